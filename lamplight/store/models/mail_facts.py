"""How mail is sent, what each keeper wants to be told, and the outbox."""

from __future__ import annotations

from peewee import BooleanField, CharField, Check, ForeignKeyField, IntegerField, TextField

from lamplight.store.models.base import Base, Fact, Keeper, Site, UtcField


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
