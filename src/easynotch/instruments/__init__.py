"""Simulated stand-ins for what is outside: here a timber yard that answers without any network."""

from .yard import Instead, Line, Offer, ask_yard

__all__ = ["Instead", "Line", "Offer", "ask_yard"]
