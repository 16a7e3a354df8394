"""If these break, a carpenter's typed length is read wrong, or a tape mark comes back as another."""

import re
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easynotch.core.tape import Style, Tape, TapeError, Units, nearest, read_length, read_pitch, write

IMPERIAL, METRIC = Units.IMPERIAL, Units.METRIC
INCH = 25.4


@pytest.mark.parametrize(
    ("text", "units", "inches"),
    [
        ("7' 4 5/8\"", IMPERIAL, 88.625),
        ("7-4-5/8", IMPERIAL, 88.625),
        ("7-4-5/8", METRIC, 88.625),
        ("7'-4 5/8\"", IMPERIAL, 88.625),
        ("7 ft 4 5/8 in", METRIC, 88.625),
        ("7′ 4⅝″", METRIC, 88.625),
        ("88 5/8", IMPERIAL, 88.625),
        ("88.625", IMPERIAL, 88.625),
        ("4-5/8", IMPERIAL, 4.625),
        ("2252", METRIC, 2252 / INCH),
        ("2.252m", IMPERIAL, 2252 / INCH),
        ("225.2 cm", IMPERIAL, 2252 / INCH),
        ("3128/2 - 19", METRIC, 1545 / INCH),
        ("15' 2\" / 2", IMPERIAL, 91),
        ("2 x 5 3/8 + 3/16", IMPERIAL, 10.9375),
        ("(7 1/2 + 1/4) * 3", IMPERIAL, 23.25),
        ('100 + 2"', METRIC, 100 / INCH + 2),
        ('-3 1/4"', METRIC, -3.25),
    ],
)
def test_every_way_of_writing_a_length_is_read_and_means_the_same_in_either_unit(text, units, inches):
    reading = read_length(text, units)
    assert reading.mm == pytest.approx(inches * INCH, rel=1e-14)
    assert {read_length(reading.canonical, other).mm for other in Units} == {reading.mm}


@pytest.mark.parametrize(
    ("text", "units", "error", "at"),
    [
        ("7 5/8/2", IMPERIAL, "length_tight_slash", 5),
        ("7-4", IMPERIAL, "length_two_ways", 0),
        ("4-5/8", METRIC, "length_two_ways", 0),
        ("5 apples", IMPERIAL, "length_unknown", 2),
        ("2,252", METRIC, "length_comma", 1),
        ("7' 5 mm", IMPERIAL, "length_after", 5),
        ("7 +", IMPERIAL, "length_ends_early", 3),
        ("3/0", IMPERIAL, "length_zero_denominator", 0),
        ("3 / 0", IMPERIAL, "length_divided_by_zero", 2),
        ("3' * 2'", IMPERIAL, "length_times_length", 3),
        ("3' / 2'", IMPERIAL, "length_divided_by_length", 3),
        ("(3", IMPERIAL, "length_bracket", 2),
        ("  ", IMPERIAL, "length_empty", 0),
        ("1e300", METRIC, "length_unknown", 1),
        ("9" * 121, METRIC, "length_text_too_long", 120),
    ],
)
def test_text_that_is_no_length_is_refused_at_the_place_that_was_not_understood(text, units, error, at):
    with pytest.raises(TapeError) as caught:
        read_length(text, units)
    assert (caught.value.id, caught.value.at) == (error, at)


@given(st.integers(-3000, 400_000), st.sampled_from([8, 16, 32]), st.sampled_from(Units))
def test_every_mark_of_an_inch_tape_survives_being_written_and_read(marks, denominator, units):
    mm = float(Fraction(marks, denominator) * Fraction(254, 10))
    assert read_length(write(mm, Tape.feet_inches(denominator)), units).mm == mm


@given(
    st.integers(-20_000, 20_000_000),
    st.sampled_from([(1.0, Style.MILLIMETRES), (0.5, Style.MILLIMETRES), (1.0, Style.METRES)]),
)
def test_every_mark_of_a_metric_tape_survives_being_written_and_read(marks, tape):
    division, style = tape
    assert read_length(write(marks * division, Tape(style, division)), IMPERIAL).mm == marks * division


@given(st.floats(0, 30_000), st.sampled_from([Tape.feet_inches(16), Tape.feet_inches(32), Tape.of(METRIC)]))
def test_the_mark_called_out_is_the_nearest_and_strong_or_weak_tells_the_side(mm, tape):
    mark = nearest(mm, tape)
    assert abs(mark.mm - mm) <= tape.division * (0.5 + 1e-6)
    assert {"strong": mm > mark.mm, "weak": mm < mark.mm, None: abs(mm - mark.mm) < tape.division * 0.26}[mark.sense]


def test_a_value_half_way_between_two_marks_goes_up():
    assert write(INCH * 3 / 32, Tape.feet_inches(16)) == "1/8″"
    assert write(1.5, Tape.of(METRIC)) == "2 mm"


@given(
    st.text(max_size=60) | st.from_regex(re.compile(r"[-+*/ ()0-9.'\"½mftcin]{0,40}"), fullmatch=True),
    st.sampled_from(Units),
)
def test_nothing_that_can_be_typed_breaks_the_reader(text, units):
    try:
        reading = read_length(text, units)
    except TapeError as error:
        assert 0 <= error.at <= len(text)
    else:
        assert read_length(reading.canonical, units).mm == reading.mm


@given(st.floats(0.01, 20))
def test_a_pitch_is_the_same_in_all_its_forms(slope):
    pitch = read_pitch(f"{slope * 12!r}/12")
    for form in ("in_twelve", "degrees", "ratio", "percent"):
        assert read_pitch(pitch.write(form)).slope == pytest.approx(slope, rel=1e-12)
    assert read_pitch(f"{pitch.degrees!r} deg").slope == pytest.approx(slope, rel=1e-9)


@pytest.mark.parametrize("text", ["90°", "90.5°", "120°"])
def test_a_pitch_of_a_right_angle_or_more_is_said_to_be_too_steep(text):
    with pytest.raises(TapeError) as found:
        read_pitch(text)
    assert found.value.id == "pitch_too_steep"


@pytest.mark.parametrize("text", ["", "7", "7/0", "1:0", "90°", "95 deg", "-3/12", "steep", "7/12/2", "9" * 50 + "%"])
def test_text_that_is_no_pitch_is_refused(text):
    with pytest.raises(TapeError):
        read_pitch(text)
