"""Where the curves of its pieces lie."""
