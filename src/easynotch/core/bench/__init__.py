"""From a member's marks to what is done at the bench, in order."""

from .stops import Stop, StopKind, stops_of

__all__ = ["Stop", "StopKind", "stops_of"]
