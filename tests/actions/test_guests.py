"""What passers-by tell waits until a keeper looks: the same told by several is one thing."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.guests import accept_reports, tell_as_guest
from lamplight.core.guest.reports import GuestTells
from lamplight.sight.actor import Actor
from lamplight.store.guests import waiting_reports
from lamplight.store.models import GuestReport
from tests.base import NOW, DataTest


class Told(DataTest):
    """At one machine."""

    def test_the_same_once(self):
        """Three who say that it drips are one report of three; another word is another one; afterwards it is anew."""
        hall = self.used_machine()
        view = self.view(hall)
        for minutes, words in ((0, "it drips"), (4, "it drips"), (9, "it drips"), (10, "no lid")):
            tell_as_guest(view, GuestTells.WORDS, NOW + timedelta(minutes=minutes), None, words)
        waiting = waiting_reports(hall)
        self.assertEqual([row.report.words for row in waiting], ["it drips", "no lid"])
        self.assertEqual(GuestReport.get_by_id(waiting[0].id).times, 3)
        accept_reports([waiting[0].id], self.site, Actor(NOW + timedelta(minutes=11)))
        tell_as_guest(view, GuestTells.WORDS, NOW + timedelta(minutes=12), None, "it drips")
        self.assertEqual(sorted(row.report.words for row in waiting_reports(hall)), ["it drips", "no lid"])
