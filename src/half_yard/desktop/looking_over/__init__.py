"""Looking a file over: what was found, this year beside the last, what is asked of the client."""
