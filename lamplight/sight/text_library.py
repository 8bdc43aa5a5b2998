"""Texts that describe something, kinds of machines or procedures: those that ship, and the keeper's own over them."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Generic, TypeVar

from lamplight.core.errors import InvalidInput
from lamplight.store.definitions import last_text, own_text, own_texts
from lamplight.store.models import TextVersion

Thing = TypeVar("Thing")
LONGEST_TEXT = 64_000
MOST_COPIES = 1000


@dataclass(frozen=True)
class TextLibrary(Generic[Thing]):
    """All texts of one sort.

    Attributes:
        noun: what one is called, such as ``kind``; and in full, such as ``kind of machine``.
        noun_in_full: the same as the sentence for an unknown one has it.
        shipped: those that ship, by key.
        shipped_text: the file of a shipped one, or None.
        read: a checked thing from a text; raises FileMistakes.
        title: of a thing.
        key: of a thing.
        versions: where the keeper's own are stored.
        heading: a line of shipped files that a copy leaves out.
    """

    noun: str
    noun_in_full: str
    shipped: Callable[[], Mapping[str, Thing]]
    shipped_text: Callable[[str], str | None]
    read: Callable[[str], Thing]
    title: Callable[[Thing], str]
    key: Callable[[Thing], str]
    versions: type[TextVersion]
    heading: str = ""

    def every(self) -> dict[str, Thing]:
        """All by key, in order of their titles."""
        own = {key: self.read(text) for key, text in own_texts(self.versions).items()}
        return dict(sorted({**self.shipped(), **own}.items(), key=lambda pair: self.title(pair[1]).lower()))

    def of(self, key: str) -> Thing:
        """The one of that key; of one that is gone the last that was written, so that what rests on it still stands.

        Raises:
            InvalidInput: when nobody ever knew it.
        """
        shipped = self.shipped().get(key)
        if shipped is not None:
            return shipped
        text = self.own(key) or last_text(self.versions, key)
        return self.read(self.text_of(key) if text is None else text)

    def is_there(self, key: str) -> bool:
        """Whether it ships, or is the keeper's and holds."""
        return key in self.shipped() or self.own(key) is not None

    def own_keys(self) -> set[str]:
        """Keys of the keeper's own."""
        return set(own_texts(self.versions))

    def own(self, key: str) -> str | None:
        """The text of one of the keeper's own, or None."""
        return own_text(self.versions, key)

    def text_of(self, key: str) -> str:
        """The file of one, shipped or own.

        Raises:
            InvalidInput: when nobody knows it.
        """
        text = self.own(key) or self.shipped_text(key)
        if text is None:
            raise InvalidInput(f"There is no {self.noun_in_full} called “{key}”.")
        return text

    def copied(self, key: str) -> str:
        """The text of one under a key of its own, as a start for the keeper's.

        Raises:
            InvalidInput: when nobody knows it.
        """
        text, taken = self.text_of(key), self.every()
        number = next(n for n in range(2, MOST_COPIES) if f"{key}-{n}" not in taken)
        return re.sub(r"(?m)^key:.*$", f"key: {key}-{number}", text, count=1).replace(self.heading, "")

    def checked(self, text: str) -> Thing:
        """A thing from a text that somebody wrote.

        Raises:
            FileMistakes: with every mistake and its line.
            InvalidInput: when it is too long.
        """
        if len(text) > LONGEST_TEXT:
            raise InvalidInput(f"A {self.noun} is a text of 64 000 characters at most.")
        return self.read(text)
