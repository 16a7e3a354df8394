"""Random sound roofs, in millimetres."""

from dataclasses import replace
from math import cos, pi, radians, sin, tan

from hypothesis import assume
from hypothesis import strategies as st
from shapely import LineString, Polygon, box

from easynotch.core.roofs import (
    Blocking,
    BlockKind,
    Boards,
    Collar,
    Eaves,
    Edge,
    End,
    FalseTail,
    FirstBay,
    Gable,
    Gambrel,
    Gauged,
    Hip,
    KeepPlanes,
    KeepsTrue,
    Lap,
    LineUp,
    Notch,
    NotchRule,
    Plan,
    Ridge,
    RidgeKind,
    RidgeTop,
    Roof,
    Shape,
    Tail,
    TapeEnd,
    Timber,
    UpperEnd,
    lay_out_roof,
    size_notch,
)
from easynotch.core.solid import Stock


def mm(low: float, high: float) -> st.SearchStrategy[float]:
    """A length to a tenth."""
    return st.integers(round(low * 10), round(high * 10)).map(lambda tenths: tenths / 10)


@st.composite
def notches(draw: st.DrawFn, slope: float, depth: float) -> Notch:
    """By any rule, between an eighth and a third of the depth."""
    share = draw(st.floats(0.125, 0.333))
    per_run = (1 + slope * slope) ** 0.5
    rule = draw(st.sampled_from(NotchRule))
    heel = share * depth * per_run
    value = {NotchRule.FRACTION: share, NotchRule.HAP: depth * per_run - heel, NotchRule.SEAT: heel / slope}[rule]
    return Notch(rule, value)


EVERY = ("gable", "beam", "lap", "off", "shed", "gambrel", "hip")


@st.composite
def roofs(draw: st.DrawFn, kinds: tuple[str, ...] = EVERY, *, around: bool = False) -> Roof:
    """Slopes of 14 to 56°, spans of 2 to 11 m, every ridge, every tail, sheathing or none; ``around`` adds what is
    built round the rafters of a gable roof.
    """
    kind = draw(st.sampled_from(kinds))
    slope = draw(st.floats(0.25, 1.5))
    rafter = Stock(draw(mm(35, 75)), draw(mm(120, 290)))
    width = draw(mm(2000, 11000))
    # Wide enough for any seat the rules give.
    plan = Plan(
        length=draw(mm(900, 20000)), width=width, sheathing=draw(st.sampled_from([0.0]) | mm(9, 25)), plate=600.0
    )
    ridge = Ridge(RidgeKind.BOARD, Stock(draw(mm(18, 60)), draw(mm(600, 900))), draw(st.sampled_from(RidgeTop)))
    gambrel, pairs = None, ()
    if kind == "beam":
        ridge = Ridge(RidgeKind.BEAM, Stock(draw(mm(60, 140)), 300.0))
    if kind == "lap":
        ridge = Ridge(RidgeKind.NONE)
        lap = draw(st.sampled_from(Lap))
        timbers = st.builds(Timber, mm(60, 160), mm(rafter.depth - 8, rafter.depth + 8), st.just(lap))
        pairs = tuple(draw(st.lists(st.tuples(timbers, timbers), max_size=2)))
    if kind == "off":
        plan = Plan(
            **{
                **_fields(plan),
                "ridge_at": width * draw(st.floats(0.46, 0.54)),
                "keeps_true": draw(st.sampled_from(KeepsTrue)),
            }
        )
    if kind == "shed":
        ridge = Ridge(RidgeKind.NONE)
        upper = draw(st.sampled_from(UpperEnd))
        overhang = draw(mm(600, 900)) if upper is UpperEnd.PLATE else 0.0
        plan = Plan(**{**_fields(plan), "shape": Shape.SHED, "upper": upper, "upper_overhang": overhang})
        if upper is UpperEnd.PLATE:
            plan = Plan(**{**_fields(plan), "plate": 500.0})
    if kind == "gambrel":
        slope = draw(st.floats(0.9, 1.5))
        gambrel = Gambrel(width * draw(st.floats(0.15, 0.3)), draw(st.floats(0.5, 0.8)))
    hip = None
    if kind == "hip":
        length = width * draw(st.floats(1.05, 2.5))
        heel = draw(st.sampled_from(["v", "square"]))
        head = draw(st.sampled_from(["commons", "ridge_single", "ridge_double"]))
        # A ridge that carries hips from both ends is long enough for them to stand beside one another.
        length += 0.0 if head == "commons" else 300.0
        ends = draw(st.sampled_from([(End.HIP, End.HIP), (End.HIP, End.GABLE), (End.GABLE, End.HIP)]))
        plan = Plan(**{**_fields(plan), "length": length, "ends": ends})
        hip = Hip(
            Stock(draw(mm(35, 90)), rafter.depth * 1.25 + draw(mm(0, 60))),
            draw(st.sampled_from(KeepPlanes)),
            head,
            heel,
            draw(st.sampled_from(["commons", "corner"])),
        )
    fascia = draw(st.sampled_from([0.0]) | mm(15, 40))
    plumb = rafter.depth * (1 + slope * slope) ** 0.5
    tails = [tail for tail in Tail if kind != "hip" or tail is not Tail.PROFILE]
    eaves = Eaves(
        overhang=draw(mm(250, 800)),
        fascia=fascia,
        fascia_depth=1200.0,
        tail=draw(st.sampled_from(tails)),
        profile=((0.0, 0.3 * plumb), (draw(mm(1, 20)), 0.3 * plumb), (draw(mm(20, 60)), 0.6 * plumb)),
        # Low enough at the tail to stay clear of the seat.
        plumb_face=plumb * draw(st.floats(0.85, 0.99)),
        verge=draw(mm(0, 400)),
    )
    gable, collar, blocking = None, None, None
    if kind in ("gable", "off") and draw(st.booleans()):
        gable = Gable(Stock(38.0, 140.0) if eaves.verge >= 38 else None, draw(st.sampled_from([0.0]) | mm(20, 45)))
        blocking = Blocking(draw(st.sampled_from(BlockKind)), Stock(38.0, draw(mm(60, rafter.depth))))
        collar = Collar(draw(mm(0, 100)), Stock(32.0, 90.0), draw(st.integers(1, 4)))
    if around:
        plan = Plan(**{**_fields(plan), "length": max(width * 1.05 + 300.0, draw(mm(2000, 6000)))})
        collar = None
    roof = Roof(
        name="any",
        plan=plan,
        slope=slope,
        ridge=ridge,
        rafter=rafter,
        spacing=draw(mm(300, 900)),
        notch=draw(notches(slope, rafter.depth)),
        eaves=eaves,
        hip=hip,
        gambrel=gambrel,
        gable=gable,
        collar=collar,
        blocking=blocking,
        first_bay=draw(st.sampled_from(FirstBay)),
        hooked=draw(st.sampled_from(TapeEnd)),
        pairs=pairs,
    )
    return draw(with_more(roof)) if around and kind in ("gable", "off", "beam", "gambrel") else roof


@st.composite
def with_more(draw: st.DrawFn, roof: Roof) -> Roof:
    """Spliced fascias, ridge blocks, vented blocks, measured boards; lookouts or false tails; a knee wall."""
    section = Stock(38.0, 60.0)
    eaves = replace(roof.eaves, board_length=draw(st.none() | mm(2500, 6000)), nip=draw(st.sampled_from([0.0, 25.0])))
    ridge = replace(roof.ridge, blocks=draw(st.sampled_from([None, section])))
    if roof.gambrel is not None:
        purlin = Stock(90.0, 38.0)
        gambrel = replace(roof.gambrel, purlin=purlin, studs=draw(st.sampled_from([None, Stock(38.0, 80.0)])))
        return replace(roof, eaves=eaves, ridge=ridge, gambrel=gambrel)
    if roof.gable is not None and roof.gable.lookout > 0 and eaves.verge > 60:
        roof = replace(roof, gable=replace(roof.gable, lookout_spacing=draw(mm(300, 700))))
    elif draw(st.booleans()):
        hap = size_notch(roof.notch, roof.slope, roof.rafter.depth).hap
        depth = hap / (1 + roof.slope**2) ** 0.5 * 1.2
        eaves = replace(
            eaves, false_tail=FalseTail(Stock(draw(mm(20, 45)), depth), draw(mm(300, 600)), draw(mm(0, 15)))
        )
    else:
        depths = st.lists(mm(roof.rafter.depth - 8, roof.rafter.depth + 8), max_size=3).map(tuple)
        roof = replace(roof, boards=Boards(draw(depths), draw(st.sampled_from(Gauged))))
    blocking = roof.blocking and replace(roof.blocking, vent=draw(mm(0, 20)))
    return replace(roof, eaves=eaves, ridge=ridge, blocking=blocking)


def _fields(plan: Plan) -> dict[str, object]:
    return {name: getattr(plan, name) for name in Plan.__slots__}


def eave_lengths(roof: Roof) -> list[float]:
    """How long each fascia of an outline is, mm: the plan the fascias enclose, as their half planes leave it."""
    layout = lay_out_roof(roof)
    enclosed = box(-1e5, -1e5, 1e5, 1e5)
    lines = []
    for side in layout.sides:
        slope = side.slope
        start = slope.at(0.0, -layout.out_of(slope), 0.0)
        a, b = start - slope.along * 1e5, start + slope.along * 1e5
        lines.append(LineString([(a.x, a.y), (b.x, b.y)]))
        inner = [b + slope.inward * 3e5, a + slope.inward * 3e5]
        enclosed = enclosed.intersection(Polygon([(one.x, one.y) for one in (a, b, *inner)]))
    return [line.buffer(1e-6).intersection(enclosed).length / 2 for line in lines]


@st.composite
def outlines(draw: st.DrawFn, *, wild: bool = False) -> Roof:
    """Convex outlines of 3 to 12 sides, some 5 to 10 m across, pitches of 19° to 48°, alike or each side its own within
    12° (``wild``: any from 10° to 60°); hips let down, backed or over clipped corners; heads against posts or one
    another; fascias lined up or not (``wild`` never by plates: some sides would have no roof of their own).
    """
    count = draw(st.integers(3, 12))
    # Shares of the way round, none so small that two corners nearly fall together.
    shares = [draw(st.floats(1.0, 2.2)) for _ in range(count)]
    turn, angles = draw(st.floats(0.0, 6.28)), []
    for share in shares:
        angles.append(turn)
        turn += share / sum(shares) * 2 * pi
    wide, deep = draw(mm(2500, 5000)), draw(mm(2500, 4500))
    corners = tuple((wide * cos(angle), deep * sin(angle)) for angle in angles)
    base = draw(st.floats(25.0, 42.0))
    alike = not wild and draw(st.booleans())
    low, high = (10.0, 60.0) if wild else (base - 6.0, base + 6.0)
    edges = tuple(Edge(None if alike else tan(radians(draw(st.floats(low, high))))) for _ in corners)
    depth = draw(mm(120, 240))
    plan = Plan(
        2 * wide, 2 * deep, shape=Shape.OUTLINE, corners=corners, edges=edges, line_up=draw(st.sampled_from([LineUp.NONE, LineUp.OVERHANG] if wild else LineUp)),
        sheathing=draw(st.sampled_from([0.0, 11.0])),
    )  # fmt: skip
    roof = Roof(
        "", plan, tan(radians(base)), Ridge(RidgeKind.BOARD, Stock(draw(mm(19, 50)), 235.0)),
        Stock(draw(mm(35, 50)), depth), draw(mm(400, 900)), Notch(NotchRule.FRACTION, 0.25),
        Eaves(draw(mm(250, 600)), 20.0, tail=draw(st.sampled_from([Tail.PLUMB, Tail.SQUARE]))),
        hip=Hip(
            Stock(draw(mm(35, 75)), depth + 60), draw(st.sampled_from(KeepPlanes)), draw(st.sampled_from(["post", "pairs"])),
            "v", draw(st.sampled_from(["commons", "corner"])),
        ),
    )  # fmt: skip
    # Beside far flatter slopes a steep side's fascia may have no length left: that is refused, and tested by itself.
    if wild:
        assume(min(eave_lengths(roof)) >= roof.rafter.thickness)
    return roof
