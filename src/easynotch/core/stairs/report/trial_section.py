"""A stringer in section as it is tried on its foot and against the header."""

from ...survey import StringerSection
from ..layout.layout import Layout
from ..layout.places import toe


def stringer_section(layout: Layout, held: float = 0.0) -> StringerSection | None:
    """Return the pattern stringer where it belongs; None of housed strings, and of a head that leans on nothing.

    Args:
        layout: the flight.
        held: how much of the finished rise, as it is measured, lies in an upper surface that falls.
    """
    if layout.flight.around.housed is not None or layout.head_face <= 0:
        return None
    top = layout.tread_levels[0]
    return StringerSection(
        head=((0.0, top), (0.0, top - layout.head_face)),
        toe=(toe(layout), layout.bearing_level),
        going=layout.going,
        rise=layout.flight.total_rise + held,
    )
