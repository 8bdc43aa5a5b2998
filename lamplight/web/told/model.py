"""What the pages of a machine's own programmes show."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from werkzeug.datastructures import MultiDict

from lamplight.core.machine.programme import Use
from lamplight.core.machine.told import ACCESS, MANUAL_WORDS, Origin
from lamplight.library import catalogue
from lamplight.sight.listening import Offered, calls_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.procedures import procedures
from lamplight.sight.told import programme_title, programmes_known, surety_of, word_title, words_known
from lamplight.web.told.rows import CallRow, kept_rows, rows_of


@dataclass(frozen=True)
class ProgrammePage:
    """One programme of a machine.

    Attributes:
        key, title: which.
        rows: its calls.
        offered: calls that may be added.
        confirmed: how many are confirmed on this machine.
        origin: of the least certain.
    """

    key: str
    title: str
    rows: tuple[CallRow, ...]
    offered: tuple[Offered, ...]
    confirmed: int
    origin: Origin


@dataclass(frozen=True)
class ProgrammeLine:
    """A programme in the list: its calls in short, and how sure they are."""

    key: str
    title: str
    calls: tuple[str, ...]
    confirmed: int
    origin: Origin
    listens_with: str


def programme_page(view: MachineView, key: str) -> ProgrammePage | None:
    """One programme as a form; None where the machine has no such programme."""
    known = programmes_known(view).get(key, ())
    if not known:
        return None
    rows = rows_of(view.whole_kind, [call.use for call in known], known)
    sure = surety_of(known)
    assert sure is not None
    return ProgrammePage(key, programme_title(key), rows, calls_of(view.kind), sure.confirmed, sure.origin)


def draft_page(view: MachineView, key: str, calls: Sequence[Use]) -> ProgrammePage:
    """The same for calls that are not kept yet."""
    return _unsure(view, key, rows_of(view.whole_kind, calls))


def kept_page(view: MachineView, key: str, form: MultiDict[str, str]) -> ProgrammePage:
    """The same for a form that was refused, with what was typed."""
    return _unsure(view, key, kept_rows(view.whole_kind, form))


def _unsure(view: MachineView, key: str, rows: tuple[CallRow, ...]) -> ProgrammePage:
    return ProgrammePage(key, programme_title(key), rows, calls_of(view.kind), 0, Origin.TYPICAL)


def programmes_page(view: MachineView) -> tuple[list[ProgrammeLine], list[tuple[str, str, str]], list]:
    """The programmes of a machine; those that it may have besides, with the item to listen with; and its words."""
    known = programmes_known(view)
    lines = [
        ProgrammeLine(
            key, programme_title(key), tuple(f"{call.use.title or _label(call.use)}" for call in calls),
            sure.confirmed, sure.origin, _item(view, key),
        )
        for key, calls in known.items()
        if (sure := surety_of(calls)) is not None
    ]  # fmt: skip
    names = [name for name in sorted(MANUAL_WORDS) if name in view.whole_kind.words]
    names += [ACCESS + fact.what for fact in view.whole_kind.access]
    words = [(one, word_title(one.name)) for one in words_known(view, names)]
    others = [
        (key, programme_title(key), item) for key in _possible() if key not in known and (item := _item(view, key))
    ]
    return lines, others, words


def _label(use: Use) -> str:
    return catalogue.palette()[use.call].label


def _possible() -> list[str]:
    return list(dict.fromkeys(one.plain.programme for one in procedures().values() if one.plain.programme))


def _item(view: MachineView, programme: str) -> str:
    """The care item with which a programme is run on a machine, or empty."""
    known = procedures()
    for item in view.whole_kind.items:
        procedure = known.get(item.procedure)
        if procedure is not None and procedure.plain.programme == programme:
            return item.key
    return ""
