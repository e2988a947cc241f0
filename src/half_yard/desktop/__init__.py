"""The window: shows a computation and turns what people do into edits. The only room that knows Qt."""
