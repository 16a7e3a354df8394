"""Saw settings for a whole batch: each mitre and bevel once, with every end that is sawn at it; and the rips."""

from collections.abc import Iterator

from ...core.rules import Words
from ...core.solid import Face
from ...core.supply import (
    Rip,
    SawnEnd,
    SawSetting,
    rips,
)
from ...core.terms import Angle, Count, Length, Message, message
from ...core.tools import Saw
from ...exchange.working.supply import SectionPlan
from .batch import Batch
from .models import (
    SawEndView,
    SawSettingView,
)


def setting_view(setting: SawSetting, names: dict[str, str], saws: tuple[Saw, ...], words: Words) -> SawSettingView:
    """Return a saw setting in words, with every end that is sawn at it."""
    square = setting.mitre < 0.05 and setting.bevel < 0.05
    key = "square" if square else "mitre" if setting.bevel < 0.05 else "bevel" if setting.mitre < 0.05 else "both"
    notes = []
    if not setting.turns:
        notes.append("beyond")
    if setting.between and not square:
        notes.append("between")
    if any(end.leans for end in setting.ends):
        notes.append("lay")
    if any(end.length is not None and end.count > 2 for end in setting.ends):
        notes.append("gang")
    return SawSettingView(
        title=words.say(message(f"saw_setting.{key}", mitre=Angle(setting.mitre), bevel=Angle(setting.bevel))),
        count=setting.count,
        notes=[*(words.say(Message(f"saw_setting.{note}")) for note in notes), *_reached(setting, saws, words)],
        ends=[SawEndView(piece=end.piece, say=_end(end, names, words)) for end in setting.ends],
    )


def _reached(setting: SawSetting, saws: tuple[Saw, ...], words: Words) -> Iterator[str]:
    """Which of the shop's circular saws tilt so far, where the blade is tilted."""
    if not saws or setting.bevel < 0.05:
        return
    reach = [saw.name for saw in saws if setting.bevel <= saw.tilt + 0.05]
    key = "reached" if reach else "not_reached"
    yield words.say(message(f"saw_setting.{key}", saws=", ".join(reach), tilt=Angle(setting.bevel)))


def ripped(batch: Batch, words: Words) -> Iterator[SawSettingView]:
    """The lengthwise cuts, by line and tilt: another blade, and the fence."""
    groups: dict[str, list[Rip]] = {}
    for rip in rips(batch.wanted):
        title = words.say(message(f"saw_setting.{_rip_key(rip)}", line=Length(rip.line), tilt=Angle(rip.tilt)))
        groups.setdefault(title, []).append(rip)
    for title, found in groups.items():
        yield SawSettingView(
            title=title,
            count=sum(one.count for one in found),
            notes=[words.say(Message("saw_setting.ripping"))],
            ends=[
                SawEndView(
                    piece=one.piece,
                    say=words.say(message("saw_setting.ripped", n=Count(one.count), piece=batch.names[one.piece])),
                )
                for one in found
            ],
        )


def _rip_key(rip: Rip) -> str:
    if rip.trough:
        return f"trough_{rip.face}{'' if rip.line > ON_CORNER else '_corner'}"
    key = "corner" if rip.top else "rip"
    return key if rip.tilt < UPRIGHT else f"{key}_tilted" if rip.face is Face.NEAR else f"{key}_tilted_far"


def ripped_to_width(plans: tuple[SectionPlan, ...], names: dict[str, str], words: Words) -> Iterator[SawSettingView]:
    """Pieces narrower than the board they come from, ripped to their own width."""
    for plan in plans:
        for piece in plan.wanted:
            deep = piece.member.stock.depth
            if plan.section.depth - deep > NARROWER:
                title = message("saw_setting.to_width", line=Length(deep), board=Length(plan.section.depth))
                said = message("saw_setting.ripped", n=Count(piece.count), piece=names[piece.id])
                yield SawSettingView(
                    title=words.say(title), count=piece.count, notes=[words.say(Message("saw_setting.ripping"))],
                    ends=[SawEndView(piece=piece.id, say=words.say(said))],
                )  # fmt: skip


def _end(end: SawnEnd, names: dict[str, str], words: Words) -> str:
    key = f"end_{end.leans}" if end.leans else "end_stop" if end.length is not None else "end"
    return words.say(
        message(f"saw_setting.{key}", piece=names[end.piece], n=Count(end.count), stop=Length(end.length or 0.0))
    )


UPRIGHT, ON_CORNER = 0.05, 0.05
"""Degrees: a blade that leans less stands upright. mm: a line that is nearer to the top corner lies on it."""
NARROWER = 0.05
"""mm: a board is ripped for more."""
