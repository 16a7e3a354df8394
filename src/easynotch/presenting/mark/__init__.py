"""The Mark station: a piece's bench steps in words, its board drawn, its square lying in its setting."""
