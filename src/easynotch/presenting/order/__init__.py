"""The order of work in words: what to start with, why a task waits, who does what on which day."""
