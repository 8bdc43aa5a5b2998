"""What a keeper wants to be told by mail, and which of it is due now."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from enum import StrEnum

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.site.slots import KeeperAway

# How long a note is worth sending after its hour: a round of the morning is walked by noon. Ours, no source.
MORNING_GOOD_FOR, WEEK_GOOD_FOR = timedelta(hours=4), timedelta(hours=14)
USUAL_MINUTE = 6 * 60 + 30
STEP_MINUTES = 5


class NoteKind(StrEnum):
    """The sorts of mail."""

    MORNING = "morning"
    AT_ONCE = "at once"
    WEEK = "week"
    TRIAL = "trial"


@dataclass(frozen=True)
class Wishes:
    """What one keeper wants to be told.

    Attributes:
        morning: whether a note comes on days with something to do.
        minute: when it comes, after midnight on the site's clock.
        at_once: whether a blocking lamp and a passed limit of hygiene are told when they happen.
        week_day: the weekday of the look ahead, 0 Monday to 6 Sunday, at the same minute; None for no such note.
    """

    morning: bool = True
    minute: int = USUAL_MINUTE
    at_once: bool = True
    week_day: int | None = None

    def __post_init__(self) -> None:
        """Refuse what is no time of a week.

        Raises:
            InvalidInput: for a minute outside a day, or a weekday that is none.
        """
        if not 0 <= self.minute < 24 * 60:
            raise InvalidInput("The note comes at a time of day such as 06:30.", "hour")
        if self.week_day is not None and not 0 <= self.week_day <= 6:
            raise InvalidInput("The look ahead comes on a weekday, or not at all.", "week_day")

    @property
    def any(self) -> bool:
        """Whether anything is wanted."""
        return self.morning or self.at_once or self.week_day is not None

    def without(self, kind: NoteKind | None) -> Wishes:
        """The same without one sort of mail; None for none at all."""
        return Wishes(
            self.morning and kind not in (None, NoteKind.MORNING),
            self.minute,
            self.at_once and kind not in (None, NoteKind.AT_ONCE),
            None if kind in (None, NoteKind.WEEK) else self.week_day,
        )


@dataclass(frozen=True)
class DueNote:
    """A note whose hour has come.

    Attributes:
        kind: which sort.
        key: names it, so that it is written once.
        since: its hour.
        until: when it is no longer worth sending.
    """

    kind: NoteKind
    key: str
    since: datetime
    until: datetime


def is_away(keeper: int | None, day: date, away: Sequence[KeeperAway]) -> bool:
    """Whether a keeper is not there on a date."""
    return any(one.keeper == keeper and one.first <= day <= one.last for one in away)


def notes_due(
    wishes: Wishes, keeper: int | None, now: datetime, calendar: SiteCalendar, away: Sequence[KeeperAway] = ()
) -> tuple[DueNote, ...]:
    """The notes by the clock whose hour has come and is not long past; none while the keeper is away.

    Args:
        keeper: who; None where nobody has a name.
        now: aware.
        away: keepers who are not there.
    """
    today = calendar.today(now)
    at = calendar.at_minute(today, wishes.minute)
    if at > now or is_away(keeper, today, away):
        return ()
    midnight = calendar.at_minute(today + timedelta(days=1), 0)
    due = []
    if wishes.morning and now < (until := min(at + MORNING_GOOD_FOR, midnight)):
        due.append(DueNote(NoteKind.MORNING, f"morning {today.isoformat()}", at, until))
    if wishes.week_day == today.weekday() and now < (until := min(at + WEEK_GOOD_FOR, midnight)):
        due.append(DueNote(NoteKind.WEEK, f"week {today.isoformat()}", at, until))
    return tuple(due)
