"""Boards, nesting, buying."""
