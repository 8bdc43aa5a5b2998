"""Who is signed in where, and who tried to be. Not of the log: nobody undoes a session."""

from __future__ import annotations

from peewee import BlobField, BooleanField, CharField, ForeignKeyField, IntegerField

from lamplight.store.models.base import Base, Fact, Keeper, Site, UtcField
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
