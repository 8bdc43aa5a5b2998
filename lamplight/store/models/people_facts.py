"""Who gets in, what keepers are told by mail, and what guests tell."""

from __future__ import annotations

from peewee import BlobField, BooleanField, CharField, Check, ForeignKeyField, IntegerField, TextField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Base, Entry, Fact, Keeper, Machine, Site, UtcField
from lamplight.store.models.setting_facts import KeeperSecret


class SignIn(Base):
    """A session of a keeper, known by the hash of what its cookie carries.

    It ends with its week, when it is signed out, and when its keeper has another passphrase.
    """

    keeper = ForeignKeyField(Keeper, backref="+")
    secret = ForeignKeyField(KeeperSecret, backref="+")
    hashed = CharField(unique=True)
    begun_at = UtcField()
    ended_at = UtcField(null=True)
    device = CharField(max_length=40, default="")


class Invite(Base):
    """Somebody is asked to keep machines at a site; known by the hash of what the link carries."""

    site = ForeignKeyField(Site, backref="+")
    role = CharField(max_length=10)
    hashed = CharField(unique=True)
    made_by = ForeignKeyField(Keeper, null=True, backref="+")
    made_at = UtcField()
    used_at = UtcField(null=True)
    used_by = ForeignKeyField(Keeper, null=True, backref="+")
    withdrawn_at = UtcField(null=True)


class ApiToken(Base):
    """By which another program writes or reads, known by the hash of what it carries."""

    keeper = ForeignKeyField(Keeper, backref="+")
    scope = CharField(max_length=10)
    name = CharField(max_length=60)
    hashed = CharField(unique=True)
    made_at = UtcField()
    ended_at = UtcField(null=True)

    class Meta:
        table_name = "api_token"


class Passkey(Base):
    """By which a keeper's phone proves that it is theirs; belongs to the name under which it was made."""

    keeper = ForeignKeyField(Keeper, backref="+")
    credential = CharField(max_length=1400, unique=True)
    public_key = BlobField()
    counted = IntegerField()
    host = CharField()
    name = CharField(max_length=40)
    made_at = UtcField()
    used_at = UtcField(null=True)
    ended_at = UtcField(null=True)


class Challenge(Base):
    """What a phone was asked to sign, known by its hash; of a keeper who makes a key, else of anybody."""

    hashed = CharField(unique=True)
    keeper = ForeignKeyField(Keeper, null=True, backref="+")
    made_at = UtcField()


class TwoSteps(Fact):
    """A keeper wants to be asked for both, passphrase and passkey; or for either again."""

    keeper = ForeignKeyField(Keeper)
    wanted = BooleanField()

    class Meta:
        table_name = "two_steps"


class KnownDevice(Base):
    """A browser in which a keeper signed in before, known by the hash of what its cookie carries."""

    keeper = ForeignKeyField(Keeper, backref="+")
    hashed = CharField()
    at = UtcField()

    class Meta:
        indexes = ((("keeper", "hashed"), True),)


class FailedTry(Base):
    """A passphrase that was wrong: for which account, and from where."""

    account = CharField()
    origin = CharField(index=True)
    at = UtcField()


class MailVersion(Fact):
    """How mail leaves: not at all, into the catcher that ships, or by a server. Its password lies in a file beside."""

    site = ForeignKeyField(Site)
    way = CharField(max_length=20)
    host = CharField(max_length=200, default="")
    port = IntegerField(default=0, constraints=[Check("port BETWEEN 0 AND 65535")])
    security = CharField(max_length=20, default="")
    user = CharField(max_length=200, default="")
    sender = CharField(max_length=200, default="")
    address = CharField(max_length=200, default="")


class WishesVersion(Fact):
    """What a keeper wants to be told by mail, and where to; an empty mailbox takes it away."""

    site = ForeignKeyField(Site)
    keeper = ForeignKeyField(Keeper, null=True)
    mailbox = CharField(max_length=200)
    morning = BooleanField()
    minute = IntegerField(constraints=[Check("minute BETWEEN 0 AND 1439")])
    at_once = BooleanField()
    week_day = IntegerField(null=True)
    stop_token = CharField(max_length=64, index=True)


class Outgoing(Base):
    """A mail: what it says, and what became of it. No fact, but what was sent must not be sent again."""

    site = ForeignKeyField(Site)
    keeper = ForeignKeyField(Keeper, null=True)
    kind = CharField(max_length=20)
    subject = CharField(max_length=200)
    text = TextField()
    html = TextField()
    message_id = CharField(max_length=120, unique=True)
    made_at = UtcField()
    until = UtcField()
    state = CharField(max_length=20, index=True)
    tries = IntegerField(default=0)
    next_at = UtcField()
    claimed_at = UtcField(null=True)
    sent_at = UtcField(null=True)
    problem = TextField(default="")


class ToldOnce(Base):
    """Something that a keeper was told, or that a mail tells which waits; the key keeps it from being told twice."""

    site = ForeignKeyField(Site)
    keeper_number = IntegerField()
    key = CharField(max_length=250)
    mail = ForeignKeyField(Outgoing, on_delete="CASCADE")

    class Meta:
        indexes = ((("site", "keeper_number", "key"), True),)


class StickerVersion(Fact):
    """What the sticker of a machine carries; null where it has none any more."""

    machine = ForeignKeyField(Machine)
    token = CharField(max_length=64, null=True)
    photos = BooleanField(default=False)

    class Meta:
        table_name = "sticker"


class GuestReport(Base):
    """What a passer-by told. It settles nothing before a keeper accepts it; the entry is what came of it."""

    machine = ForeignKeyField(Machine, backref="+")
    told = CharField(max_length=10)
    at = UtcField()
    shows = JSONField(null=True)
    words = CharField(max_length=200, default="")
    photo = CharField(max_length=80, default="")
    times = IntegerField(default=1)
    decided_at = UtcField(null=True)
    decided_by = ForeignKeyField(Keeper, null=True, backref="+")
    entry = ForeignKeyField(Entry, null=True, backref="+")

    class Meta:
        table_name = "guest_report"
