"""From a member's marks to what is done at the bench, in order."""

from .stops import OVER_SUPPORTS, Stop, StopKind, stops_of

__all__ = ["OVER_SUPPORTS", "Stop", "StopKind", "stops_of"]
