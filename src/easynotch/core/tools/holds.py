"""What a line's direction is held with."""

from enum import StrEnum


class MarkingTool(StrEnum):
    """The square in its clamped setting, or always with twelve (its unit) on the body; a triangle, a bevel, a jig; two
    ticks and a straightedge; or a template that everything is traced from.
    """

    SQUARE = "square"
    TWELFTHS = "twelfths"
    TRIANGLE = "triangle"
    BEVEL = "bevel"
    JIG = "jig"
    TEMPLATE = "template"
    TAPE = "tape"
