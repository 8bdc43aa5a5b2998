"""Wrong passphrases: counted by account and by where they come from, and answered the later the more there were.

A guesser slows nobody but itself: what comes from elsewhere, or from a device in which the keeper signed in before,
is counted apart.
"""

from __future__ import annotations

from datetime import datetime, timedelta
from ipaddress import IPv6Address, ip_address, ip_network

from lamplight.core.errors import LamplightError
from lamplight.store.database import database
from lamplight.store.models import FailedTry

FREE_TRIES, FREE_TRIES_OF_ALL = 5, 20  # of one account, and of all accounts together, from one place
FIRST_WAIT, LONGEST_WAIT = timedelta(seconds=15), timedelta(minutes=15)
REMEMBERED = timedelta(days=1)
NETWORK_BITS = 64  # whoever has one IPv6 address has these many more (RFC 6177)


class TooManyTries(LamplightError):
    """The passphrase is not even looked at before the wait is over."""

    def __init__(self, wait: timedelta) -> None:
        self.wait = wait
        seconds = max(1, round(wait.total_seconds()))
        left = f"{seconds} seconds" if seconds < 90 else f"{round(seconds / 60)} minutes"
        super().__init__(
            f"Too many tries from here. Wait {left}, then try again. Another device is not held up, and whoever runs "
            "the computer that Lamplight is on can set a new passphrase: lamplight add-keeper"
        )

    @property
    def headers(self) -> dict[str, str]:
        """For the answer: when to come again."""
        return {"Retry-After": str(max(1, round(self.wait.total_seconds())))}


def wait_after(failures: int, free: int) -> timedelta:
    """How long to wait after the last of some failures: nothing at first, then twice as long each time."""
    if failures < free:
        return timedelta(0)
    return min(LONGEST_WAIT, FIRST_WAIT * 2 ** min(failures - free, 16))


def origin_of(address: str) -> str:
    """Where a try comes from: an address, or for IPv6 the network that one customer has."""
    try:
        known = ip_address(address)
    except ValueError:
        return "elsewhere"
    if isinstance(known, IPv6Address) and known.ipv4_mapped is None:
        return str(ip_network((known, NETWORK_BITS), strict=False))
    return str(known)


def count_try(account: str, origin: str, now: datetime) -> int:
    """Note a try as failed before it is looked at, so that many at once are no way around; answers its number.

    Raises:
        TooManyTries: when it comes too early; then it is not counted.
    """
    with database.atomic():
        FailedTry.delete().where(FailedTry.at < now - REMEMBERED).execute()
        made = list(FailedTry.select().where(FailedTry.origin == origin))
        of_account = [row.at for row in made if row.account == account]
        wait = max(
            _left(of_account, FREE_TRIES, now),
            _left([row.at for row in made], FREE_TRIES_OF_ALL, now),
        )
        if wait > timedelta(0):
            raise TooManyTries(wait)
        return FailedTry.create(account=account, origin=origin, at=now).id


def forgive(account: str, origin: str) -> None:
    """Forget the tries of an account from a place, after the right passphrase."""
    FailedTry.delete().where(FailedTry.account == account, FailedTry.origin == origin).execute()


def _left(failures: list[datetime], free: int, now: datetime) -> timedelta:
    """What is left to wait; never more than the whole wait, whatever became of the clock."""
    wait = wait_after(len(failures), free)
    return min(wait, max(failures) + wait - now) if failures else timedelta(0)
