"""The logbook: entries and pictures that are added and never changed, and the search in them."""

from .entries import Change, Entry, EntryNotFound, Kind, Picture, Sought, add_entry, log_of, picture_of, who_wrote
from .search import LogSearch

__all__ = [
    "Change", "Entry", "EntryNotFound", "Kind", "LogSearch", "Picture", "Sought", "add_entry", "log_of", "picture_of",
    "who_wrote",
]  # fmt: skip
