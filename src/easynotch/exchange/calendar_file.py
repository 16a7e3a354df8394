"""A plan as an iCalendar file, for whatever calendar somebody carries. Times are local to where the file is opened."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime

from icalendar import Calendar, Event


@dataclass(frozen=True, slots=True)
class Hours:
    """Somebody's hours at a task on one day; ``id`` is the same each time the plan is sent."""

    id: str
    title: str
    starts: datetime
    ends: datetime
    text: str


def calendar_file(name: str, hours: Iterable[Hours], made_at: datetime) -> bytes:
    """Return a calendar of these hours.

    Args:
        name: what the calendar is called.
        hours: an event for each.
        made_at: when it was made, UTC.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Easy Notch//order of work//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name)
    for one in hours:
        event = Event()
        event.add("uid", f"{one.id}@easy-notch")
        event.add("dtstamp", made_at)
        event.add("dtstart", one.starts)
        event.add("dtend", one.ends)
        event.add("summary", one.title)
        event.add("description", one.text)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
