"""Things that serve several uses, by the law of the United States."""
