"""A passkey in a real browser, whose authenticator is the one that DevTools brings (W3C Web Authentication)."""

from __future__ import annotations

from lamplight.actions.invites import make_invite
from lamplight.actions.passphrases import set_passphrase
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.sight.access import good_keys
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.sites import keepers, the_site
from lamplight.web.addresses import Reach
from lamplight.web.tls.authority import server_pair
from tests.base import NOW
from tests.browser.base import BrowserTest

WORDS = "kiln of seven quiet lamps"
PHONE = {
    "protocol": "ctap2", "transport": "internal", "hasResidentKey": True, "hasUserVerification": True,
    "isUserVerified": True, "automaticPresenceSimulation": True,
}  # fmt: skip


class Passkeys(BrowserTest):
    """On a phone, under a name."""

    demo, viewport = True, (390, 844)
    host, reach = "localhost", Reach(names=("localhost",))

    def setUp(self):
        """Somebody who may sign in, and the phone's authenticator."""
        super().setUp()
        database.connect(reuse_if_open=True)
        self.keeper = keepers()[0]
        set_passphrase(self.keeper.id, WORDS, Actor(NOW))
        devtools = self.page.context.new_cdp_session(self.page)
        devtools.send("WebAuthn.enable")
        self.phone = devtools.send("WebAuthn.addVirtualAuthenticator", {"options": PHONE})["authenticatorId"]
        self.devtools = devtools

    def by_passphrase(self):
        """Name and passphrase, typed."""
        self.come_in(self.page, self.keeper.initials, WORDS)

    def leave(self):
        """Out again."""
        self.page.goto("/#corner")
        self.page.get_by_role("button", name="Sign out").click()
        self.page.wait_for_url("**/sign-in*")

    def test_made_shown_and_both_asked_for(self):
        """Made with the passphrase; then the phone alone comes in; then both are asked for."""
        page = self.page
        self.by_passphrase()
        page.goto("/people")
        page.get_by_text("Passkeys: the phone").click()
        self.assertEqual(self.violations(page), [])
        page.get_by_label("This phone is called").fill("kitchen phone")
        page.get_by_label("Your passphrase", exact=True).last.fill(WORDS)
        page.get_by_role("button", name="Make a passkey on this phone").click()
        page.get_by_text("The passkey is made").wait_for()
        self.assertEqual([row.name for row in good_keys()], ["kitchen phone"])
        self.leave()
        self.assertEqual(self.violations(page), [])
        page.get_by_role("button", name="With a passkey instead").click()
        page.wait_for_url(f"{self.address}/")
        page.goto("/people")
        page.get_by_text("Passkeys: the phone").click()
        page.locator("#two-present").fill(WORDS)
        page.get_by_role("button", name="Ask me for both").click()
        page.get_by_text("From now on you are asked for both").wait_for()
        self.leave()
        page.get_by_role("button", name="With a passkey instead").click()
        page.get_by_text("Your passphrase comes first").wait_for()
        self.by_passphrase()
        page.get_by_text("One more step").wait_for()
        self.assertEqual(self.violations(page), [])
        self.devtools.send("WebAuthn.setUserVerified", {"authenticatorId": self.phone, "isUserVerified": False})
        page.get_by_role("button", name="Go on with your passkey").click()
        page.get_by_text("Your phone did not go on").wait_for()
        self.devtools.send("WebAuthn.setUserVerified", {"authenticatorId": self.phone, "isUserVerified": True})
        page.get_by_role("button", name="Go on with your passkey").click()
        page.wait_for_url(f"{self.address}/")


class Doors(BrowserTest):
    """The pages that somebody sees before they are in."""

    demo, viewport = True, (390, 844)
    host, reach = "localhost", Reach(names=("localhost",), tls=True)

    def test_no_barriers(self):
        """Signing in, an invitation, one that is used up, and how to trust the connection; on a phone and a screen."""
        database.connect(reuse_if_open=True)
        server_pair(self.folder, ("localhost",), NOW)
        owner = Actor(NOW, keepers()[0].id, True, role=RoleAtSite.OWNER)
        token = make_invite(the_site(), RoleAtSite.HELPER, owner)
        for size in ((390, 844), (1280, 800)):
            page = self.new_page(viewport=size)
            for path in ("/sign-in", f"/invite/{token}", "/invite/used-up", "/trust", "/offline"):
                page.goto(path)
                self.assertEqual((path, self.violations(page)), (path, []))
                self.assertLessEqual(self.overflow(page), 0)
        self.complaints = [said for said in self.complaints if "404" not in said]
