"""What the pieces of a roof, and the joints between them, are called: a message by their ids."""

import re

from ..terms import Count, Message

_PLACED = re.compile(r"(?P<kind>[a-z_]+)_on_(?P<side>\d+)_(?P<n>\d+)")
_AT_CORNER = re.compile(r"(?P<kind>[a-z_]+)_at_(?P<n>\d+)")
_NUMBERED = re.compile(r"(?P<kind>[a-z_]+?)_(?P<side>[ab])?_?(?P<n>\d+)(?:_(?P<hand>\w+))?")
_OFTEN_ALONE = frozenset(
    {
        "common", "king_common", "end_common", "hip", "ridge", "king_post", "hung", "valley", "valley_short",
        "wing_ridge", "purlin", "bearing_post", "trimmed", "over_gable", "roof_header", "laid_common", "laid_ridge",
    }
)  # fmt: skip
"""Pieces that are numbered only where they differ."""
_NAMES = {"board": "measured_board", "fascia": "fascia_piece"}


def piece_name(piece: str) -> Message:
    """A roof piece's name by its id: ``hip``, ``jack_3_left``, ``pair_1_a``, ``block_2``, ``fascia_a_1``,
    ``jack_on_2_5``, ``hip_at_3``.
    """
    placed = _PLACED.fullmatch(piece)
    if placed is not None:
        where = {"n": Count(int(placed["n"])), "side": Count(int(placed["side"]))}
        return Message(f"board.placed_{placed['kind']}", where)
    corner = _AT_CORNER.fullmatch(piece)
    if corner is not None:
        return Message(f"board.corner_{corner['kind']}", {"n": Count(int(corner["n"]))})
    found = _NUMBERED.fullmatch(piece)
    if found is None:
        return Message(f"board.{piece}")
    kind = _NAMES.get(found["kind"], found["kind"])
    if kind in _OFTEN_ALONE:
        kind = f"numbered_{kind}"
    more = found["hand"] or found["side"]
    return Message(f"board.{kind}_{more}" if more else f"board.{kind}", {"n": Count(int(found["n"]))})


def joint_parts(joint: str) -> tuple[str, str, str]:
    """A joint's piece, the side of the roof it stands on (empty where that is not told), and its place on the piece:
    of ``common.b.tail`` all three, of ``hip.seat`` two.
    """
    member, _, place = joint.rpartition(".")
    piece, _, side = member.partition(".")
    # A pair's own name tells its side.
    return piece, "" if piece.startswith("pair_") else side, place
