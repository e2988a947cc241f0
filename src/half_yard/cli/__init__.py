"""The command line: the same core without a screen. `main` reads a command and runs it."""
