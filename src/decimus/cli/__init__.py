"""The command line: arguments in, text out, exit codes."""
