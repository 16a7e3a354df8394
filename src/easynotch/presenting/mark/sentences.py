"""Every bench step in one sentence. Screen, arm's length, take-along page, printed sheet and practice read these."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from math import atan2, degrees

from ...core.bench import (
    AcrossHold,
    AlongHold,
    AngleHold,
    Do,
    Edge,
    JoinHold,
    LeggedHold,
    Preferences,
    SawCut,
    Step,
    TapeEnd,
)
from ...core.rules import Words
from ...core.solid import Face
from ...core.tape import Style
from ...core.terms import Angle, Count, Length, Message, Value
from .titles import Kind

UPRIGHT = 0.05
"""Degrees: a blade that leans less stands upright."""
MITRE_TURNS = 50.0
"""Degrees a mitre saw's table usually turns to."""
_ENDS = {"head": "first", "foot": "other"}
"""What the ends of a straight board are called, which has no head and no foot."""
_NUMBERED = re.compile(r"_(\d+)$")
AT_ONCE = 0.05
"""mm: a cut that comes out nearer than this on the other face goes straight through."""


@dataclass(frozen=True, slots=True)
class Sentences:
    """The sentences of one piece's steps."""

    words: Words
    kind: Kind
    preferences: Preferences
    piece: str
    hook: float
    """u of the squared end."""
    names: Mapping[str, str]
    """What the pieces are called that stand against it, by their ids."""
    turned: bool = False
    """Whether its board lies turned end for end."""

    def say(self, step: Step, before: Step | None = None) -> str:
        """Return what is done at a step, in one or two sentences; ``before`` is the one just done."""
        hold = step.hold
        if (
            before is not None and isinstance(hold, LeggedHold) and isinstance(before.hold, LeggedHold)
            and step.face is before.face and _near(hold.heel, before.hold.heel) and hold.draw != before.hold.draw
        ):  # fmt: skip
            return self._said(f"still_{hold.draw}")
        match step.do:
            case Do.CROWN:
                return self._said("better_face" if self.kind.plank else "crown")
            case Do.SQUARE_END:
                return self._said("square_end", end=self.end)
            case Do.HOOK | Do.TURN | Do.CARRY:
                return self._said(str(step.do))
            case Do.TICK:
                return self._tick(step)
            case Do.DRAW:
                return self._draw(step)
            case Do.STEP:
                return self._walk(step)
            case Do.GAUGE:
                return self._gauge(step)
            case Do.JIG:
                return self._jig(step)
            case Do.SAW:
                return self._saw(step)
            case Do.WRITE:
                plain = "write_template" if self.kind.template else "write_plain"
                key = "cross" if step.id == "cross" else plain if self.kind.plank else "write"
                return self._said(key, piece=self.piece)
        if step.do is Do.MEASURE:
            return self._said("measure", reading=Length(step.reading or 0.0))
        return self._said("trace_plain" if self.kind.plank else "trace", n=Count(step.count))

    def place(self, tick: Step, draw: Step) -> str:
        """Return where a piece stands along the board: its mark, squared across, and the side it lies on."""
        assert draw.stand is not None
        return self._said("place", reading=Length(tick.reading or 0.0),
                          direction=self._toward(draw.stand.side),
                          piece=self.names.get(draw.stand.piece, draw.stand.piece))  # fmt: skip

    def notes(self, step: Step) -> list[str]:
        """Return how a step may go wrong, or how else it is done at the saw."""
        found = []
        if step.do is Do.CROWN and self.turned:
            found.append(self._said("end_for_end"))
        if step.id == "tick_peg":
            found.append(self._said("peg"))
        if isinstance(step.hold, LeggedHold) and step.hold.off_wood:
            found.append(self._said("scrap"))
        walk = step.walk
        if walk is not None and walk.times > 1:
            creep = walk.times * self.words.tape.division / 2
            found.append(self._said("creep", n=Count(walk.times), creep=Length(creep)))
        cut = step.cut
        if cut is not None and cut.depth is None:
            if cut.reach:
                found.append(self._said("saw_reach", saws=", ".join(cut.reach)))
            found += [self._said(f"saw_short_{lacks}", saw=name) for name, lacks in cut.short]
            if cut.mitre.turns and cut.tilt > UPRIGHT:
                found.append(self._said("mitre", mitre=Angle(cut.mitre.mitre), bevel=Angle(cut.mitre.bevel)))
            if cut.role in ("riser", "tread", "heel", "seat", "newel", "kicker", "ledger"):
                found.append(self._said("stop_short"))
        return found

    @property
    def end(self) -> str:
        """What the squared end is called."""
        which = str(self.preferences.hook)
        if self.kind.plank:
            which = "first" if which == "head" else "other"
        return self._word(f"end.{which}")

    def ends(self, step: Step) -> str:
        """Return between which two points a step's figure runs."""
        if step.do is Do.HOOK:
            return self._said("ends.hook")
        if step.do is Do.GAUGE:
            return self._said("ends.gauge")
        if step.do is Do.MEASURE:
            return self._said("ends.check")
        if step.do is Do.STEP:
            return self._said("ends.walk_notch" if step.role == "riser" else "ends.walk")
        if step.start is None or step.to is None:
            return ""
        if step.level:
            return self._said("ends.level")
        if step.deduct in ("set_back", "beside"):
            return self._said("ends.set_back")
        if step.start.edge is Edge.LINE:
            return self._said("ends.line")
        bottom = step.to.edge is Edge.BOTTOM
        return self._said("ends.squared_bottom" if bottom else "ends.squared", end=self.end)

    def _said(self, key: str, **values: Value) -> str:
        return self.words.say(Message(f"step.{key}", values))

    def _word(self, key: str) -> str:
        """A word within a sentence, as it is written in the catalogue."""
        text = self.words.say(Message(f"step.{key}"))
        return lowered(text)

    def _direction(self, start: TapeEnd, to: TapeEnd) -> str:
        return self._toward("foot" if to.point[0] > start.point[0] else "head")

    def _toward(self, side: str) -> str:
        """A direction along the piece; a straight board has a first and an other end."""
        return self._word(f"direction.{_ENDS[side] if self.kind.plank else side}")

    def _tick(self, step: Step) -> str:
        reading = Length(step.reading or 0.0)
        start, to = step.start, step.to
        assert start is not None
        assert to is not None
        if step.level:
            what = {"head": self.kind.head, "tail": self.kind.tail}.get(step.deduct, step.deduct)
            return self._said("level", reading=reading, direction=self._direction(start, to),
                              what=self._word(f"what.{what}"), edge=self._word(f"edge.{to.edge}"))  # fmt: skip
        if step.deduct == "middle":
            return self._said("middle", reading=reading)
        if step.deduct in ("set_back", "beside"):
            return self._said(step.deduct, reading=reading, direction=self._direction(start, to))
        if step.id == "tick_walk_start":
            return self._said("walk_start", reading=reading)
        if step.across is not None:
            across = step.across
            risk = across.scale * (25.4 / 48 if across.scale > 11 else 0.5)
            return self._said("read_across", tongue=self._fine(across.tongue, across.scale),
                              body=self._fine(across.body, across.scale),
                              reading=self._fine(across.reading, across.scale),
                              scale=Count(int(across.scale)), risk=Length(risk))  # fmt: skip
        rule = step.rule
        if rule is not None:
            return self._said("rule", number=Length(rule.number), at=Length(rule.at), parts=Count(rule.parts),
                              whole=Count(rule.whole), reading=reading)  # fmt: skip
        if start.edge is Edge.LINE:
            return self._said("tick_line_top" if start.point[1] < AT_ONCE else "tick_line", reading=reading)
        return self._said(f"tick_{to.edge}", reading=reading)

    def _fine(self, mm: float, scale: float) -> str:
        """A figure on the scale of twelfths: inches and twelfths, told to half a twelfth; or millimetres to a half."""
        if scale < 11:
            return f"{round(mm * 2) / 2:g} mm"
        halves = round(mm / 25.4 * 24)
        inches, rest = divmod(halves, 24)
        twelfths = f"{rest / 2:g}/12" if rest else ""
        return f"{inches} {twelfths}″".replace(" ″", "″") if inches or not twelfths else f"{twelfths}″"

    def _draw(self, step: Step) -> str:
        """How a line is held; one that starts at the squared end's corner needs no mark."""
        start = step.start
        corner = start is not None and start.edge is not Edge.LINE and abs(start.point[0] - self.hook) < AT_ONCE
        drawn = self._held(step)
        if not corner or start is None or step.face is Face.TOP or step.on_end:
            return drawn
        edge = self._word(f"edge.{start.edge}")
        return f"{drawn} {self._said('from_corner', edge=edge)}"

    def _held(self, step: Step) -> str:
        hold = step.hold
        if step.on_end and step.role == "plough" and step.start is not None:
            down, through = step.start.point
            side = f"{'near' if through < AT_ONCE else 'far'}_{'corner' if down < AT_ONCE else 'line'}"
            return self._said("on_end_trough", reading=Length(step.reading or 0.0), side=self._word(f"trough.{side}"))
        if step.on_end:
            return self._said("on_end")
        if step.face is Face.TOP and step.line is not None:
            (u, v), (w, x) = step.line.start, step.line.end
            return self._said("top_line", angle=Angle(abs(degrees(atan2(w - u, x - v)))))
        match hold:
            case LeggedHold():
                edge = self._word(f"edge.{hold.edge}")
                if hold.jig:
                    return self._said(f"jig_{hold.draw}", edge=edge)
                return self._said(f"square_{hold.draw}", edge=edge, tongue=Length(hold.tongue), body=Length(hold.body))
            case AcrossHold():
                return self._said("across", edge=self._word(f"edge.{hold.edge}"))
            case AngleHold():
                edge = self._word(f"edge.{hold.edge}")
                if hold.hip_scale is not None:
                    return self._said("hip_scale", edge=edge, rise=Length(hold.hip_scale),
                                      run=Length(self.preferences.unit_run))  # fmt: skip
                return self._said("triangle" if hold.triangle else "bevel", edge=edge, angle=Angle(hold.degrees))
            case JoinHold():
                return self._said("join")
            case AlongHold():
                return self._said("along")
        return ""

    def _walk(self, step: Step) -> str:
        walk, start, to = step.walk, step.start, step.to
        assert walk is not None
        assert start is not None
        assert to is not None
        values: dict[str, Value] = {
            "tongue": Length(walk.rise), "body": Length(walk.run), "n": Count(walk.times),
            "rest": Length(walk.level_rest), "direction": self._direction(start, to),
        }  # fmt: skip
        if step.role == "riser":
            return self._said("walk_notch", **values)
        if not walk.times:
            return self._said("walk_part", **values)
        if walk.widths:
            more: dict[str, Value] = {
                "width": Length(walk.width),
                "times": Count(walk.widths),
                "rest": Length(walk.odd),
            }
            return self._said("walk_widths", **(values | more))
        return self._said("walk_rest" if walk.level_rest > AT_ONCE else "walk_whole", **values)

    def _gauge(self, step: Step) -> str:
        reading = Length(step.reading or 0.0)
        if step.face in (Face.NEAR, Face.FAR):
            line = step.line
            whole = line is None or step.role in ("rip", "backing", "bevel", "face", "plough")
            if line is not None and step.role == "clip":
                # A top that is cut off under one slope alone is planed between its lines: the rest stays as it is.
                whole = min(abs(end[0] - self.hook) for end in (line.start, line.end)) < AT_ONCE
            return self._said("gauge_down" if whole else "gauge_between", reading=reading)
        edge = self._word(f"edge.{step.face}")
        return self._said("gauge_lap" if step.role == "lap" else "gauge_in", reading=reading, edge=edge)

    def _jig(self, step: Step) -> str:
        hold = step.hold
        assert isinstance(hold, LeggedHold)
        long = (hold.tongue**2 + hold.body**2) ** 0.5
        return self._said("jig_make", tongue=Length(hold.tongue), body=Length(hold.body), long=Length(long))

    def line_of(self, cut: SawCut, face: Face) -> str:
        """Return a line that is sawn as it is spoken of: by its cut, its number and its face."""
        found = _NUMBERED.search(cut.line)
        numbered = found is not None and cut.role in ("riser", "tread")
        role = "first" if self.kind.plank and cut.role == "head" else cut.role
        text = self.words.say(
            Message(f"step.line.{role}{'_n' if numbered else ''}", {"n": Count(int(found[1]) if found else 0)})
        )
        text = lowered(text)
        return lowered(self._said("line.far", line=text)) if face is Face.FAR else text

    def saw_upright(self, steps: list[Step]) -> str:
        """Return all that is sawn with the blade upright, in one sentence."""
        lines = "; ".join(dict.fromkeys(self.line_of(step.cut, step.face) for step in steps if step.cut is not None))
        return self._said("saw_all_upright", lines=lines)

    def _saw(self, step: Step) -> str:
        cut = step.cut
        assert cut is not None
        if cut.role == "plough":
            side = self._word(f"trough.{step.face}_{'corner' if cut.line.startswith('top_') else 'line'}")
            return self._said("saw_plough", side=side, tilt=Angle(cut.tilt), depth=Length(cut.depth or 0.0))
        line = self.line_of(cut, step.face)
        if cut.depth is not None:
            return self._said("rout" if cut.role == "housing" else "saw_lap", line=line, depth=Length(cut.depth))
        if cut.rip:
            return self._said("saw_rip", tilt=Angle(cut.tilt), line=line)
        if cut.tilt <= UPRIGHT:
            return self._said("saw_upright", line=line)
        toward = self._toward("foot" if cut.far > 0 else "head")
        return self._said("saw_tilted", tilt=Angle(cut.tilt), line=line, far=Length(abs(cut.far)), direction=toward)


def _near(first: tuple[float, float], second: tuple[float, float]) -> bool:
    return abs(first[0] - second[0]) < AT_ONCE and abs(first[1] - second[1]) < AT_ONCE


def lowered(text: str) -> str:
    """Return a sentence's beginning as it stands within another."""
    return text[:1].lower() + text[1:]


def saw_title(cuts: list[SawCut], words: Words) -> str:
    """Return what a setting of the saw is called, for all the lines it suits."""
    first = cuts[0]
    if first.role == "plough":
        return words.say(Message("stop_title.any.plough_out"))
    if first.depth is not None:
        return words.say(Message("stop_title.any.rout" if first.role == "housing" else "stop_title.any.lap_out"))
    if first.rip:
        return words.say(Message("stop_title.any.rip", {"tilt": Angle(first.tilt)}))
    key = "saw_tilted" if first.tilt > UPRIGHT else "saw_upright"
    return words.say(Message(f"stop_title.any.{key}", {"tilt": Angle(first.tilt)}))


def is_imperial(words: Words) -> bool:
    """Whether lengths are written in feet and inches."""
    return words.tape.style in (Style.FEET_INCHES, Style.DECIMAL_INCHES)
