"""The plan of a roof that climbs from more than two sides: its eaves, and the lines where its slopes meet."""

from .layout import RoofLayout
from .outline import offset

Point = tuple[float, float]


def hip_plan(layout: RoofLayout) -> tuple[tuple[Point, ...], tuple[tuple[Point, Point], ...]] | None:
    """The outline of the eaves and the hips and ridges in plan, mm; None of a roof with gables alone or none."""
    outline = layout.outline
    if outline is None:
        return None
    outs = [layout.roof.eaves.verge if slope is None else layout.out_of(slope) for slope in outline.slopes]
    eaves = offset(outline, tuple(outs))
    corners = list(zip(outline.corners, eaves, strict=True))
    seams = []
    for seam in outline.seams:
        low = (seam.low.x, seam.low.y)
        # A hip runs on down to the eaves' corner.
        near = next((eave for (x, y), eave in corners if abs(x - low[0]) + abs(y - low[1]) < 1.0), low)
        seams.append((near if seam.corner is not None else low, (seam.high.x, seam.high.y)))
    return eaves, tuple(seams)
