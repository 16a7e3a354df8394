"""If these break, a crew is told to raise what is not cut, one person is in two places, or concrete is loaded wet."""

import itertools
from datetime import date, datetime, timedelta

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import RidgeKind, RoofError, frame_roof, lay_out_roof
from easynotch.core.schedule import (
    Amount,
    Calendar,
    Held,
    Person,
    RoofHabits,
    StairHabits,
    Task,
    base_minutes,
    kinds,
    roof_tasks,
    schedule,
    stair_tasks,
)
from easynotch.core.stairs import frame_stair, lay_out, split, straight_down
from tests.flights import flights
from tests.joined import joined
from tests.laid import houses
from tests.roofs import roofs

crews = st.lists(
    st.sampled_from([0.85, 1.0, 1.5]).map(lambda factor: Person("somebody", factor)), min_size=1, max_size=4
)
weeks = st.builds(
    Calendar, st.sampled_from([4.0, 7.5, 8.0]), st.frozensets(st.integers(0, 6), min_size=1), st.integers(0, 6)
)
MONDAY = date(2026, 11, 30)


def roof_order(roof, rafters_first):
    try:
        layout = lay_out_roof(roof)
        members = [piece.member for piece in frame_roof(layout).pieces]
    except RoofError:
        return None
    return roof_tasks("w", layout, members, 1e7, RoofHabits(rafters_first)), members


def stair_order(flight, on_the_ground):
    two = split(flight)
    layouts = [two.upper, two.lower] if two else [lay_out(straight_down(flight))]
    members = [piece.member for piece in frame_stair(layouts[0], two).pieces]
    return stair_tasks("w", layouts, members, StairHabits(on_the_ground)), members


def is_whole(tasks, members):
    """Every piece is cut once, by one task, and every task stands after others that are there."""
    made = [(piece, count) for task in tasks for piece, count in task.makes]
    total = {name: sum(count for piece, count in made if piece == name) for name, _ in made}
    assert total == {one.id: one.count for one in members if one.role != "template"}
    ids = [task.id for task in tasks]
    assert len(set(ids)) == len(ids)
    assert all(set(task.after) <= set(ids) and task.kind in kinds() for task in tasks)


def before(tasks, task_id):
    """Everything that comes before a task."""
    by_id = {task.id: task for task in tasks}
    found, todo = set(), [task_id]
    while todo:
        for other in by_id[todo.pop()].after:
            if other not in found:
                found.add(other)
                todo.append(other)
    return {one.removeprefix("w.") for one in found}


@given(st.one_of(roofs(), joined(), houses().map(lambda drawn: drawn[1])), st.booleans())
@settings(suppress_health_check=[HealthCheck.too_slow], max_examples=60)
def test_every_roof_is_cut_after_its_pattern_was_tried_raised_after_it_was_cut_and_covered_last(roof, rafters_first):
    made = roof_order(roof, rafters_first)
    if made is None:
        return
    tasks, members = made
    is_whole(tasks, members)
    kinds_there = {task.kind for task in tasks}
    for task in tasks:
        if task.makes and task.kind not in ("pattern", "ridge_cut"):
            assert {"pattern", "try"} <= before(tasks, task.id)
    assert "scaffold" in before(tasks, "w.commons_up")
    assert "check_roof" in before(tasks, "w.sheathing")
    everything = before(tasks, "w.check_roof")
    assert {kind for kind in kinds_there if kind.endswith("_up")} | ({"tails", "fascias"} & kinds_there) <= everything
    for raised in kinds_there & {"hips_up", "valleys_up", "jacks_up"}:
        assert {raised.replace("_up", "_cut"), "commons_up"} <= before(tasks, f"w.{raised}")
    if "jacks_up" in kinds_there:
        assert kinds_there & {"hips_up", "valleys_up"} <= before(tasks, "w.jacks_up")
    if "ridge_cut" in kinds_there:
        beam = roof.ridge.kind is RidgeKind.BEAM
        # A beam carries the rafters, whatever comes first elsewhere.
        assert ("ridge_in" in kinds_there) is (rafters_first and not beam)
        first = "first_pairs" if rafters_first and not beam else "prop_ridge"
        assert first in before(tasks, "w.commons_up")
        assert ("prop_ridge" in before(tasks, "w.try")) is (first == "prop_ridge")


@given(flights(), st.booleans())
@settings(suppress_health_check=[HealthCheck.too_slow], max_examples=60)
def test_every_stair_is_cut_after_its_pattern_was_tried_and_stands_before_it_carries(flight, on_the_ground):
    tasks, members = stair_order(flight, on_the_ground)
    is_whole(tasks, members)
    there = {task.kind for task in tasks}
    assert {"measure", "pattern", "try"} <= before(tasks, "w.stringers")
    if "cure" in there:
        stood = "offer_up" if "offer_up" in there else "first_stringer"
        assert {"form", "pour", "cure"} <= before(tasks, f"w.{stood}")
        # It may be tried on what has set: nothing is loaded yet.
        assert "set" in before(tasks, "w.try") and "cure" not in before(tasks, "w.try")
    if flight.around.housed is None:
        assert ("together" in there) is on_the_ground
        assert ("first_stringer" in there) is not on_the_ground
    if "treads" in there:
        assert "square_up" in before(tasks, "w.treads")
    assert before(tasks, "w.check_stair") >= there & {"treads", "guard", "handrail", "square_up"}


@given(roofs(), st.booleans(), crews, weeks, st.data())
@settings(suppress_health_check=[HealthCheck.too_slow], max_examples=60)
def test_a_plan_keeps_the_order_and_nobody_is_in_two_places(roof, rafters_first, crew, week, data):
    made = roof_order(roof, rafters_first)
    if made is None:
        return
    tasks = made[0]
    done = data.draw(st.sets(st.sampled_from([task.id for task in tasks])))
    held = data.draw(st.dictionaries(st.sampled_from([task.id for task in tasks]), st.integers(0, 20).map(Held)))
    factors = {"commons_cut": 2.0}
    plan = schedule(tasks, crew, week, factors, held, dict.fromkeys(done, 0.0))
    at = {one.task.id: one for one in plan.bookings}
    assert at.keys() == {task.id for task in tasks} - done
    for one in plan.bookings:
        assert all(at[other].end <= one.start + 1e-6 for other in one.task.after if other in at)
        assert len(set(one.people)) == min(one.task.people, len(crew))
        assert one.short is (one.task.people > len(crew))
        usual = base_minutes(one.task) / 60 * factors.get(one.task.kind, 1.0)
        paces = [crew[person].factor for person in one.people]
        assert min(paces) * usual - 1e-6 <= one.end - one.start <= max(paces) * usual + 1e-6
        if one.task.id in held:
            day, _ = week.day_of(one.start)
            assert day >= held[one.task.id].day
    for person in range(len(crew)):
        hours = sorted((one.start, one.end) for one in plan.bookings if person in one.people)
        assert all(end <= start + 1e-6 for (_, end), (start, _) in itertools.pairwise(hours))
    # The chain runs from the start, or a day something was held to, to the end without a gap.
    links = sorted((one for one in plan.bookings if one.task.id in plan.chain), key=lambda one: (one.start, one.end))
    assert not links or abs(links[-1].end - plan.end) < 1e-6
    assert all(abs(one.end - other.start) < 1e-6 for one, other in itertools.pairwise(links))


@given(weeks, st.floats(0, 400), st.floats(0.1, 90), st.integers(1, 40))
def test_working_hours_fall_on_working_days_as_a_wall_calendar_has_them(week, work, hours, days):
    # Day by day from the first on, as one would count on a wall.
    first = MONDAY + timedelta(days=week.first)
    open_days = (day for day in range(3000) if (first + timedelta(days=day)).weekday() in week.weekdays)
    number = int(work // week.hours)
    counted = next(day for n, day in enumerate(open_days) if n == number)
    day, hour = week.day_of(work)
    if abs(hour) > 1e-6 and abs(hour - week.hours) > 1e-6:
        assert (day, round(hour, 6)) == (counted, round(work % week.hours, 6))
    pieces = week.stretches(work, work + hours)
    assert sum(stop - start for _, start, stop in pieces) == pytest.approx(hours)
    assert all((first + timedelta(days=day)).weekday() in week.weekdays for day, _, _ in pieces)
    assert [day for day, _, _ in pieces] == sorted({day for day, _, _ in pieces})
    # What cures does so on Sundays too.
    ended, at = week.day_of(work, end=True)
    again, later = week.day_of(week.after(work, days))
    waited = datetime.combine(first, datetime.min.time()) + timedelta(days=ended + days, hours=at)
    assert datetime.combine(first, datetime.min.time()) + timedelta(days=again, hours=later, minutes=1) >= waited
    skipped = [one for one in range(ended + days, again) if (first + timedelta(days=one)).weekday() in week.weekdays]
    assert len(skipped) <= 1


def test_the_plan_of_a_wet_slab_starts_again_after_the_week_end():
    week = Calendar(8.0, frozenset(range(5)), first=4)  # day 0 is a Friday
    tasks = [
        Task("pour", "pour", amount=Amount(square_metres=2), people=2),
        Task("cure", "cure", ("pour",), days=2.0, people=0),
        Task("fix", "first_stringer", ("cure",), Amount(pieces=1)),
        Task("other", "boards_cut", amount=Amount(pieces=1), people=2),
    ]
    plan = schedule(tasks, [Person("lead"), Person("second")], week)
    at = {one.task.id: one for one in plan.bookings}
    # Poured by 9:30 on Friday, two days pass on Sunday, so that it is loaded on Monday morning.
    assert at["pour"].end == 2.5
    assert week.day_of(at["fix"].start) == (3, 0.0)
    assert (at["fix"].reason, at["fix"].because) == ("waits", "cure")
    assert (at["other"].start, at["other"].reason, at["other"].because) == (2.5, "people", "pour")
    late = schedule(tasks, [Person("lead")], week, held={"pour": Held(5)})
    assert next(one for one in late.bookings if one.task.id == "pour").reason == "held"
    assert late.bookings[0].task.id == "other"  # what is not held goes before it


def test_a_learner_does_not_lead_and_long_boards_are_lifted_by_two():
    tasks = [Task("pattern", "pattern", amount=Amount(cuts=4)), Task("clear", "boards_cut", amount=Amount(pieces=1))]
    plan = schedule(tasks, [Person("apprentice", 1.5), Person("lead")], Calendar())
    people = {one.task.id: one.people for one in plan.bookings}
    assert people == {"pattern": (1,), "clear": (0,)}
    alone = schedule(tasks, [Person("apprentice", 1.5)], Calendar())
    assert [one.people for one in alone.bookings] == [(0,), (0,)]


@given(roofs(), st.integers(1, 4))
@settings(max_examples=20)
def test_a_plan_takes_as_long_as_its_longest_road_and_no_longer_than_one_after_the_other(roof, people):
    made = roof_order(roof, False)
    if made is None:
        return
    tasks = made[0]
    hours = {task.id: base_minutes(task) / 60 for task in tasks}
    after = {task.id: task.after for task in tasks}

    def road(task):
        return hours[task] + max(map(road, after[task]), default=0.0)

    plan = schedule(tasks, [Person("lead")] * people, Calendar())
    assert max(map(road, hours)) - 1e-6 <= plan.end <= sum(hours.values()) + 1e-6
    half = schedule(tasks, [Person("lead")] * people, Calendar(), shares={task.id: 0.5 for task in tasks})
    assert half.end == pytest.approx(plan.end / 2)
