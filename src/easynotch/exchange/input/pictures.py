"""Pictures taken in: whatever a phone or a file gives, shown upright, without the place and camera it carried."""

from dataclasses import dataclass
from io import BytesIO
from typing import TYPE_CHECKING

from ...core.terms import Message
from ..problems import Problem, Problems

if TYPE_CHECKING:
    from PIL.Image import Image

LARGE, SMALL = 2048, 360
"""Pixels along the longer side."""
MOST_PIXELS = 60_000_000
LEAST = 8
"""Pixels along the shorter side."""
KINDS = ("JPEG", "PNG", "WEBP")


@dataclass(frozen=True, slots=True)
class Taken:
    """A picture in two sizes, JPEG, and its size in pixels."""

    width: int
    height: int
    large: bytes
    small: bytes


def read_picture(body: bytes) -> Taken:
    """A picture as it is kept.

    Raises:
        Problems: no picture of a kind that is read, a broken one, or one too large or too small.
    """
    from PIL import Image, ImageOps  # noqa: PLC0415 (slow to load, and rarely wanted)

    try:
        with Image.open(BytesIO(body), formats=KINDS) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise _refused("picture_large")
            # A JPEG is read no larger than it is kept.
            opened.draft("RGB", (LARGE, LARGE))
            upright = ImageOps.exif_transpose(opened).convert("RGB")
    except Problems:
        raise
    except Exception:
        raise _refused("no_picture") from None
    if min(upright.size) < LEAST:
        raise _refused("picture_small")
    upright.thumbnail((LARGE, LARGE))
    small = upright.copy()
    small.thumbnail((SMALL, SMALL))
    return Taken(upright.width, upright.height, _jpeg(upright, 85), _jpeg(small, 80))


def _jpeg(picture: "Image", quality: int) -> bytes:
    made = BytesIO()
    # Only the pixels: nothing that was written beside them.
    picture.save(made, "JPEG", quality=quality, optimize=True)
    return made.getvalue()


def _refused(reason: str) -> Problems:
    return Problems([Problem("", Message(f"error.{reason}"))])
