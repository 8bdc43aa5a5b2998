"""The facts, as tables. Nothing derived is stored.

Every change hangs on an `Entry` of the log. Undoing marks the entry; all facts that hang on it
stop counting, and nothing is deleted. Settings are facts as well: a new version each time, the
last one that was not undone holds.
"""

from __future__ import annotations

from lamplight.store.models.base import Base, Change, Entry, Fact, Keeper, Machine, OrderedFact, Site, UtcField
from lamplight.store.models.care_facts import (
    Absence,
    BarReading,
    CareDone,
    CartridgeInstallation,
    Cleaning,
    CounterReading,
    CounterRestart,
    Deferral,
    DeviceEvent,
    MoneyWish,
    PartNote,
    PriceFact,
    ReadingRemoval,
    StockMoveFact,
    SupplyTerms,
    WaterTestFact,
)
from lamplight.store.models.dose_facts import (
    DoseMarkVersion,
    DoseMeasuring,
    DoseTrialFact,
    DoseVesselVersion,
    Push,
    TrialStop,
)
from lamplight.store.models.guest_facts import GuestReport, StickerVersion
from lamplight.store.models.lamp_facts import CauseTried, PanelSighting
from lamplight.store.models.mail_facts import MailVersion, Outgoing, ToldOnce, WishesVersion
from lamplight.store.models.plan_facts import AnnouncedPlan, FeedVersion, PlanPin, PlanWish
from lamplight.store.models.round_facts import KeeperAbsence, Round, RoundEventRow, SlotsVersion, WalksVersion
from lamplight.store.models.run_facts import ConfirmationGiven, Inspected, Photo, Run, RunEventRow
from lamplight.store.models.setting_facts import (
    Closure,
    ItemSwitch,
    KeeperRole,
    KeeperSecret,
    KeeperVersion,
    KindVersion,
    LimitVersion,
    MachineMove,
    MachineVersion,
    ProcedureVersion,
    ProductVersion,
    SetupVersion,
    SiteVersion,
    TextVersion,
)
from lamplight.store.models.sign_in_facts import ApiToken, FailedTry, Invite, KnownDevice, SignIn
from lamplight.store.models.told_facts import ManualPage, ProgrammeTold, WordsTold

TABLES = (
    Site, Keeper, Machine, Entry, SiteVersion, Closure, KeeperVersion, MachineVersion, MachineMove, LimitVersion,
    CounterReading, ReadingRemoval, CounterRestart, CareDone, Cleaning, Absence, ItemSwitch, PartNote,
    SetupVersion, WaterTestFact, CartridgeInstallation, BarReading, DeviceEvent, KindVersion,
    ProcedureVersion, ProductVersion, StockMoveFact, Deferral, Run, RunEventRow, ConfirmationGiven, Inspected, Photo,
    PanelSighting, CauseTried, KeeperSecret, SignIn, KnownDevice, FailedTry,
    Invite, ApiToken, StickerVersion, GuestReport, ProgrammeTold, WordsTold, ManualPage,
    SlotsVersion, WalksVersion, Round, RoundEventRow, PlanPin, AnnouncedPlan, FeedVersion,
    KeeperAbsence, MailVersion, WishesVersion, Outgoing, ToldOnce, PlanWish, PriceFact,
    DoseMeasuring, DoseMarkVersion, DoseVesselVersion, DoseTrialFact, TrialStop, Push,
    SupplyTerms, MoneyWish, KeeperRole,
)  # fmt: skip
FACTS = (
    SiteVersion, Closure, KeeperVersion, MachineVersion, MachineMove, LimitVersion, CounterReading, ReadingRemoval,
    CounterRestart, CareDone, Cleaning, Absence, ItemSwitch, PartNote, SetupVersion, WaterTestFact,
    CartridgeInstallation, BarReading, DeviceEvent, KindVersion, ProcedureVersion, ProductVersion,
    StockMoveFact, Deferral, Run, ConfirmationGiven, Inspected, Photo, PanelSighting, CauseTried,
    KeeperSecret, ProgrammeTold, WordsTold, ManualPage, SlotsVersion, WalksVersion, Round,
    PlanPin, FeedVersion, KeeperAbsence, MailVersion, WishesVersion, PlanWish, PriceFact,
    DoseMeasuring, DoseMarkVersion, DoseVesselVersion, DoseTrialFact, TrialStop, Push,
    SupplyTerms, MoneyWish, KeeperRole, StickerVersion,
)  # fmt: skip

__all__ = [
    "FACTS",
    "TABLES",
    "Absence",
    "AnnouncedPlan",
    "ApiToken",
    "BarReading",
    "Base",
    "CareDone",
    "CartridgeInstallation",
    "CauseTried",
    "Change",
    "Cleaning",
    "Closure",
    "ConfirmationGiven",
    "CounterReading",
    "CounterRestart",
    "Deferral",
    "DeviceEvent",
    "DoseMarkVersion",
    "DoseMeasuring",
    "DoseTrialFact",
    "DoseVesselVersion",
    "Entry",
    "Fact",
    "FailedTry",
    "FeedVersion",
    "GuestReport",
    "Inspected",
    "Invite",
    "ItemSwitch",
    "Keeper",
    "KeeperAbsence",
    "KeeperRole",
    "KeeperSecret",
    "KeeperVersion",
    "KindVersion",
    "KnownDevice",
    "LimitVersion",
    "Machine",
    "MachineMove",
    "MachineVersion",
    "MailVersion",
    "ManualPage",
    "MoneyWish",
    "OrderedFact",
    "Outgoing",
    "PanelSighting",
    "PartNote",
    "PlanPin",
    "PlanWish",
    "Photo",
    "PriceFact",
    "ProcedureVersion",
    "ProductVersion",
    "ProgrammeTold",
    "Push",
    "ReadingRemoval",
    "Round",
    "RoundEventRow",
    "Run",
    "RunEventRow",
    "SetupVersion",
    "SignIn",
    "Site",
    "SiteVersion",
    "SlotsVersion",
    "StickerVersion",
    "StockMoveFact",
    "SupplyTerms",
    "TextVersion",
    "ToldOnce",
    "UtcField",
    "TrialStop",
    "WalksVersion",
    "WaterTestFact",
    "WishesVersion",
    "WordsTold",
]
