"""What a mail says, before it is dressed as text or as a page."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.mail.wishes import NoteKind


@dataclass(frozen=True)
class NoteLine:
    """One line.

    Attributes:
        words: what is said.
        detail: more about it, or empty.
        when: a time or date that stands in front, or empty.
    """

    words: str
    detail: str = ""
    when: str = ""


@dataclass(frozen=True)
class NoteSection:
    """Lines under a heading."""

    title: str
    lines: tuple[NoteLine, ...]


@dataclass(frozen=True)
class Note:
    """A mail.

    Attributes:
        kind: which sort.
        subject: in one line.
        headline: what matters, in a sentence or two.
        sections: what else is said; those without lines are left out.
        link, link_words: where it is done.
        why: why it comes.
    """

    kind: NoteKind
    subject: str
    headline: str
    sections: tuple[NoteSection, ...]
    link: str
    link_words: str
    why: str

    @property
    def said(self) -> tuple[NoteSection, ...]:
        """The sections that say something."""
        return tuple(section for section in self.sections if section.lines)
