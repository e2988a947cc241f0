"""The Shared use page: things that serve several uses."""
