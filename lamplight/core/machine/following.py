"""What a machine usually asks for next, for whoever follows one whose programme nobody knows."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Iterable, Sequence
from dataclasses import replace

from lamplight.core.machine.programme import Programme, Use

START = ""
# What speaks for a call: it came after the last one in a programme of this sort; in any programme; it comes at all.
AFTER_IN_SORT, AFTER_IN_ANY, AT_ALL_IN_SORT, AT_ALL = 1000, 100, 10, 1
OVER = "over when it asks for the next thing, or offers drinks again."


def likely_next(
    heard: Sequence[str], sort: str, programmes: Iterable[Programme], possible: Collection[str]
) -> tuple[str, ...]:
    """Keys of calls in the order in which they are likely to come now: a count of what followed what.

    Args:
        heard: keys of the calls so far.
        sort: key of the programme that is followed.
        programmes: of all kinds that are known.
        possible: keys of the calls that the machine can have.
    """
    last = heard[-1] if heard else START
    score: Counter[str] = Counter()
    for programme in programmes:
        same = programme.key == sort
        calls = [START, *(use.call for use in programme.calls)]
        for before, after in zip(calls, calls[1:], strict=False):
            score[after] += (AT_ALL_IN_SORT if same else 0) + AT_ALL
            if before == last:
                score[after] += (AFTER_IN_SORT if same else 0) + AFTER_IN_ANY
    return tuple(sorted(possible, key=lambda key: (-score[key], key)))


def as_heard(
    call: str, sort: str, own: Iterable[Programme], others: Iterable[Programme], most_ml: int | None = None
) -> Use:
    """A call as somebody hears it: how much and of what as it usually is, no words, times or water that nobody saw.

    Args:
        sort: key of the programme.
        own: programmes of the machine's kind; others: of all kinds.
        most_ml: what it is poured into holds so much; None where nobody knows.
    """
    ranked = sorted([*own], key=lambda programme: programme.key != sort)
    ranked += sorted([*others], key=lambda programme: programme.key != sort)
    alike = next((use for programme in ranked for use in programme.calls if use.call == call), None)
    if alike is None:
        return Use(call)
    ml = min(alike.ml, most_ml) if most_ml and isinstance(alike.ml, int) else alike.ml
    return Use(call, ml=ml, role=alike.role, place=alike.place, tubes=alike.tubes, one=alike.one)


def with_words(use: Use, says: str = "", how: str = "") -> Use:
    """The call with what the display says and how it is done here, where somebody says so."""
    return replace(use, says=says or use.says, how=how or use.how)
