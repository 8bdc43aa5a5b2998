"""Copies of the data file with its photos: made while others write, whole or not at all, and put back."""

from __future__ import annotations

import contextlib
import secrets
import shutil
import time
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from pathlib import Path

from lamplight.store.database import PRIVATE_FOLDER, database, photo_folder, told_of
from lamplight.store.files import OWNER_ONLY, beside, keep_private, put_in_place, sweep, sync_folder
from lamplight.store.schema import examine
from lamplight.store.trouble import DataFileProblem

DAYS, WEEKS, MONTHS = 7, 4, 12


def kept_days(days: Iterable[date], today: date) -> set[date]:
    """The days whose copies are kept: those of the last 7 days, the newest of each of the last 4 weeks and 12 months.

    A week begins on Monday. Copies from the future, made under a wrong clock, are kept: they may be the newest facts.
    """
    newest_of: dict[tuple[str, int], date] = {}
    for day in sorted(days):
        age = (today - day).days
        weeks = (_monday(today) - _monday(day)).days // 7
        months = 12 * (today.year - day.year) + today.month - day.month
        if age < DAYS:
            newest_of["day", age] = day
        if weeks < WEEKS:
            newest_of["week", weeks] = day
        if months < MONTHS:
            newest_of["month", months] = day
    return set(newest_of.values())


def _monday(day: date) -> date:
    return day - timedelta(days=day.weekday())


BACKUP_FOLDER = "backups"
SECONDS_UNDER_WAY = 3600  # longer than any copy takes
DAILY = "daily-{:%Y-%m-%d}.sqlite3"


@dataclass(frozen=True)
class BackupRow:
    """A copy that lies in the folder of backups.

    Attributes:
        at: when it was finished; naive, in local time of the computer.
        day: of a daily one; None of one made by hand or before an update.
    """

    path: Path
    at: datetime
    day: date | None


def photos_beside(copy: Path) -> Path:
    """Where the photos of a backup lie: a folder beside it with its name."""
    return copy.with_name(f"{copy.stem}-photos")


def backup_name(now: datetime) -> str:
    """File name of a backup made at ``now``."""
    return f"lamplight-{now:%Y%m%d-%H%M%S}.sqlite3"


def unused(target: Path) -> Path:
    """The same name, or with a number after it where that is taken."""
    names = (target.with_stem(f"{target.stem}-{n}" if n > 1 else target.stem) for n in range(1, 10_000))
    return next(name for name in names if not name.exists() and not photos_beside(name).exists())


def back_up_to(target: Path) -> None:
    """A whole copy of the open file, while others write (SQLite's VACUUM INTO), its photos in a folder beside it.

    It gets its name when everything is on the disk and was opened once to look; until then nothing is there.

    Raises:
        DataFileProblem: when the target exists, cannot be written, or the copy is not whole.
    """
    photos = photos_beside(target)
    if target.exists() or photos.exists():
        raise DataFileProblem(f"{target} exists already. Name a new file.")
    with told_of(target):
        target.parent.mkdir(parents=True, exist_ok=True)
        with beside(target) as part:
            database.execute_sql("VACUUM INTO ?", (str(part),))
            keep_private(part)
            examine(part)
            # Photos are written once and never changed: after the copy of the book each one it names is there.
            with copied_photos(photo_folder(), photos):
                put_in_place(part, target)


@contextlib.contextmanager
def copied_photos(source: Path, target: Path) -> Iterator[None]:
    """Photos under their new name; they go again when what follows fails."""
    if not source.is_dir():
        yield
        return
    part = target.with_name(f".{target.name}.{secrets.token_hex(4)}.part")
    try:
        part.mkdir(mode=PRIVATE_FOLDER)
        for photo in source.iterdir():
            _link_or_copy(photo, part / photo.name)
        part.rename(target)
        yield
    except BaseException:
        shutil.rmtree(part, ignore_errors=True)
        shutil.rmtree(target, ignore_errors=True)
        raise
    sync_folder(target.parent)


def _link_or_copy(source: Path, target: Path) -> None:
    """A second name for the same photo costs no room; another disk needs a copy."""
    try:
        target.hardlink_to(source)
    except OSError:
        shutil.copyfile(source, target)
        target.chmod(OWNER_ONLY)


def backups_in(folder: Path) -> list[BackupRow]:
    """The copies in the folder of backups of a data folder, newest first."""
    found = []
    for path in (folder / BACKUP_FOLDER).glob("*.sqlite3"):
        with contextlib.suppress(OSError):
            found.append(BackupRow(path, datetime.fromtimestamp(path.stat().st_mtime), _day_of(path)))
    return sorted(found, key=lambda row: (row.at, row.path.name), reverse=True)


def _day_of(path: Path) -> date | None:
    try:
        return datetime.strptime(path.name, DAILY.replace("{:", "").replace("}", "")).date()
    except ValueError:
        return None


def back_up_daily(folder: Path, today: date, thinned_at: date | None = None) -> Path | None:
    """Make today's copy where there is none, and let those go that are no longer kept; answers the new one.

    Args:
        today: by the computer's clock.
        thinned_at: the day by which older ones are too old; today's by default.

    Raises:
        DataFileProblem: as `back_up_to` does; older copies all stay then.
    """
    target = folder / BACKUP_FOLDER / DAILY.format(today)
    if target.exists():
        return None
    shutil.rmtree(photos_beside(target), ignore_errors=True)  # of one that was killed before it had its name
    for place in (folder, target.parent):
        sweep(place, time.time() - SECONDS_UNDER_WAY)
    back_up_to(target)
    days = {row.day: row.path for row in backups_in(folder) if row.day is not None}
    for day in set(days) - kept_days(days, thinned_at or today):
        days[day].unlink(missing_ok=True)
        shutil.rmtree(photos_beside(days[day]), ignore_errors=True)
    return target
