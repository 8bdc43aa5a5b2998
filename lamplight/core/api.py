"""The public face of the core: every name that is meant to be used from outside, imported from where it lives.

Whoever computes with Lamplight imports from here, and stays right when a module moves to another room: docs/core.md
shows each function in an example. Inside Lamplight the rooms are imported themselves.
"""

from __future__ import annotations

from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.anatomy.drink_mix import DrinkSort, Mix
from lamplight.core.anatomy.duration import Duration, seen_once
from lamplight.core.anatomy.outlets import Outlet, outlet_meant, usual_outlets
from lamplight.core.anatomy.parts import Appearance, Capacities, Part, SubPart
from lamplight.core.assess import DayBasis, MachineStatus, assess, day_basis, status_at
from lamplight.core.bounds import DEGREES, DOSE, DRINKS_A_DAY, HARDNESS_LITRES, SHARE, UNITS, Bounds, within
from lamplight.core.care.by_calendar import days_due, due_day, month_later, months_due, rate_due, weekdays_due
from lamplight.core.care.by_count import (
    Limit,
    Wear,
    against,
    ahead_words,
    count_due,
    day_reached,
    filter_due,
    litres_by_hardness_due,
    worn,
)
from lamplight.core.care.by_event import all_of, event_due, hours_due, leaving_due, prompt_due, service_due
from lamplight.core.care.by_scale import scale_due
from lamplight.core.care.context import Evaluated, EvaluationContext, EventSeen
from lamplight.core.care.evaluate import evaluate_all, evaluate_item, evaluate_trigger
from lamplight.core.care.findings import Found, LookedAt, findings
from lamplight.core.care.item import CareItem, Day, Due, ItemRole, LastDone, Start, TriggerDue
from lamplight.core.care.last_done import DoneFact, asked_in_order, asks_last_done, last_done, with_settled
from lamplight.core.care.own_items import LimitChange, OwnChoices, own_items
from lamplight.core.care.status import Status, Window, grace
from lamplight.core.care.trigger_words import trigger_in_words, trigger_words
from lamplight.core.care.triggers import (
    AfterEvent,
    AllOf,
    BeforeAbsence,
    ByRate,
    CountSince,
    DaysSince,
    EndOfService,
    FilterSpent,
    FixedWeekdays,
    FoundDirty,
    HardnessStep,
    HoursSinceFirstDrink,
    LitresByHardness,
    MonthsSince,
    Prompted,
    RateStep,
    ScaleBudget,
)
from lamplight.core.care.visits import Visit, visits
from lamplight.core.care.wear import wear_of
from lamplight.core.diagnosis.disagreements import Disagreement, Reason, disagreements
from lamplight.core.diagnosis.evidence import Circumstances, ConfirmationAt, evidence_of
from lamplight.core.diagnosis.faults import FaultWeeks, circuits_in_trouble, fault_weeks
from lamplight.core.diagnosis.grinding import Grinding, grinding
from lamplight.core.diagnosis.panel_reading import PanelReading, Settled, jobs_of, lit_since, panel_reading
from lamplight.core.dose.beaker import DoseCut, Drawn, Measuring, Saved, drawn_of, margin_for, same_strength, saved_by
from lamplight.core.dose.in_hand import InHand, counted, ways_to_measure
from lamplight.core.dose.repeats import Repeats, grubbs_limit, more_needed, repeats, standing_out, student_t
from lamplight.core.dose.vessel import RoundVessel, height_of
from lamplight.core.errors import (
    InvalidFields,
    InvalidInput,
    InvalidReading,
    LamplightError,
    MissingReading,
    NotAllowed,
    StaleStep,
    about,
)
from lamplight.core.guest.reports import GuestTelling, GuestTells, already_told
from lamplight.core.guest.tasks import GuestAct, GuestTask, guest_task, guest_tasks
from lamplight.core.guest.usable import (
    AtWork,
    GuestStanding,
    OtherMachine,
    Usable,
    away_seconds,
    nearest_usable,
    standing_for_guests,
)
from lamplight.core.job.adapt import Begun, adapt_procedure, surroundings, volume_meant
from lamplight.core.job.adaptation import Adaptation, Defaults, adaptation_of
from lamplight.core.job.calls import Call, traits_of_use
from lamplight.core.job.chemistry import (
    Chemistry,
    Inside,
    Product,
    Role,
    added,
    before_the_cup,
    chosen_product,
    meets,
    refusal,
    rinsed,
)
from lamplight.core.job.compose import compose, own_calls
from lamplight.core.job.confirmations import Confirmation, confirmations_in_words, consequences, settles
from lamplight.core.job.containers import (
    ContainerPlan,
    Delivery,
    Flow,
    StepLevels,
    TipStop,
    Vessel,
    least_vessel,
    least_without_stops,
    plan_containers,
    usable,
)
from lamplight.core.job.course import Course, Placed, Resumed, Surroundings, call_named
from lamplight.core.job.dose import Pour, dose_for, error_words, measured, pour_of, range_words, refusal_of_volume
from lamplight.core.job.general import CourseLine, course_in_general, in_general, programmes_in_general
from lamplight.core.job.inspections import Inspection, due_inspections
from lamplight.core.job.ledger import Ledger
from lamplight.core.job.marked import serving_as_marked
from lamplight.core.job.needs import NeedLine, added_up, need_lines
from lamplight.core.job.procedure import (
    Choice,
    LampReason,
    Need,
    Procedure,
    ShippedNeed,
    ShippedProcedure,
    ShippedStep,
    Stand,
)
from lamplight.core.job.retell import Cut, calls_now, cut_at, retold, with_rest
from lamplight.core.job.site_unit import in_site_unit
from lamplight.core.job.steps import Aside, Ask, AskFor, Only, Step, StepKind, applies
from lamplight.core.job.traits import forms_of, traits_of
from lamplight.core.keepers.rights import (
    Right,
    RoleAtSite,
    allows,
    refuse_undoing,
    refuse_unplanned,
    refuse_without,
    roles_after,
)
from lamplight.core.lamps.causes import Cause, Evidence, Ranked, Symptom, Tried, ranked
from lamplight.core.lamps.match import (
    Match,
    Meaning,
    PanelSignals,
    checked_signals,
    lamps_of,
    meanings,
    read_panel,
    step_lamp,
    unexplained,
)
from lamplight.core.lamps.own_interval import LampExpected, LampInterval, counted_by_lamp, lamp_expected, learn_interval
from lamplight.core.lamps.panel import (
    Condition,
    Lamp,
    LampSignal,
    LampState,
    Message,
    Panel,
    Pattern,
    PromptForce,
    Sort,
)
from lamplight.core.lamps.progress_bars import (
    BarInterval,
    BarSeen,
    bar_interval,
    bar_intervals,
    counted_by,
    following_bars,
)
from lamplight.core.lamps.refills import Filling, filled_event, filling_of, last_filled, unconfirmed_event
from lamplight.core.lamps.rounds import Seen, rounds_of
from lamplight.core.lamps.sightings import Asked, PanelSeen, Sighting, asked_for, in_order, panel_at, panels_seen
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.differences import Difference, differences, told_differences
from lamplight.core.machine.estimated_meters import meters_of
from lamplight.core.machine.following import as_heard, likely_next, with_words
from lamplight.core.machine.kind import AccessFact, Kind
from lamplight.core.machine.marks import (
    DoseMark,
    DoseTrial,
    found_on,
    kind_as_marked,
    marks_in_force,
    running_trial,
    state_of_trial,
    trial_washes,
)
from lamplight.core.machine.programme import Gives, Meanwhile, Programme, Use
from lamplight.core.machine.stand_in import Coming, LampAhead, coming, lamps_ahead
from lamplight.core.machine.told import (
    CallPlace,
    KnownCall,
    Origin,
    Source,
    Telling,
    Told,
    WordTold,
    kind_as_told,
    known_calls,
    known_programmes,
    own_words,
    place_in_new,
    place_of,
    word_source,
)
from lamplight.core.machine.trial import Trial, TrialState, TrialWash, trial_state, upper_bound
from lamplight.core.mail.alarms import Alarm, hygiene_alarms, lamp_alarm, stops
from lamplight.core.mail.note import Note, NoteLine, NoteSection
from lamplight.core.mail.outbox import MailState, left_in_hand, next_try
from lamplight.core.mail.wishes import DueNote, NoteKind, Wishes, is_away, notes_due
from lamplight.core.moment import Moment, check_year, read_moment
from lamplight.core.plan.bound import least_by_machine, least_weight
from lamplight.core.plan.exact import chosen_anew, exact_plan, known_plan
from lamplight.core.plan.greedy import greedy_plan
from lamplight.core.plan.lived import Lived, Spread, Way, lived, saved
from lamplight.core.plan.many import SitePart, parts_of, plan_in_parts, weight_by_machine
from lamplight.core.plan.moves import Moved, Price, moves, price, visit_price
from lamplight.core.plan.problem import (
    Costs,
    Plan,
    Planned,
    PlanProblem,
    Task,
    crowding,
    even_room,
    first_day,
    gives_way,
    held_plan,
    left_over,
    plan_cost,
    plan_faults,
    slot_minutes,
    turn_cost,
)
from lamplight.core.plan.terms import Term, chance_by, has_routine, quantile, term_after, term_now, waiting
from lamplight.core.round.carry import CarryLine, Nature, Packing, carry_list, serves_words
from lamplight.core.round.exact import exact_round, shortest_finish
from lamplight.core.round.fold import Chore, folded
from lamplight.core.round.planning import plan_quickly, plan_round, plan_well
from lamplight.core.round.problem import Rank, RoundJob, RoundPlan, RoundProblem, Share, Span, Turn, Walks, faults
from lamplight.core.round.proof import least_finish
from lamplight.core.round.quick import bettered, dispatched, quick_round, without_haste
from lamplight.core.round.stops import Stop, machine_tracks, stops_of, sum_words, why_left_out
from lamplight.core.round.timing import Timetable, not_before, placed_late
from lamplight.core.round.works import Work, hands_s, in_units, span_s, works_left, works_of
from lamplight.core.run.advice import advised_answers
from lamplight.core.run.ahead import Place, leads_on, place_key, places_ahead, touch_of
from lamplight.core.run.cleaners import after_puts, drawn_meanwhile
from lamplight.core.run.clock import (
    AskedLearned,
    Learned,
    Timer,
    calls_at,
    hands_seconds,
    idle_seconds,
    keeper_seconds,
    learned,
    learned_asides,
    learned_steps,
    likely_end,
    seconds_taken,
    step_names,
    timer,
    total_seconds,
    with_learned,
)
from lamplight.core.run.finish import WrittenAtEnd, doses, outcome_words, pours_of, run_minutes, settled_items
from lamplight.core.run.hearing import heard_calls, listens, may_take_back, unusual, waits_for_a_call, with_water
from lamplight.core.run.meanwhile import possible_while_waiting
from lamplight.core.run.precheck import precheck
from lamplight.core.run.rules import apply, begin, far_too_soon, marks_of, replay
from lamplight.core.run.state import Break, EventKind, Outcome, RunContext, RunEvent, RunState, puts_done
from lamplight.core.run.stops import StopAhead, free_seconds, stops_ahead, vessel_under
from lamplight.core.run.vessels import drained, offered_ml, vessels_of
from lamplight.core.site.absence import Absence, away
from lamplight.core.site.calendar import OpeningHours, SiteCalendar, comes_twice, minute_of, require_aware
from lamplight.core.site.computer_clock import clock_doubt
from lamplight.core.site.degrees import from_celsius, in_celsius, said_in
from lamplight.core.site.slots import KeeperAway, Slot, WeekSlot, attended, slot_after, slot_at, slots_from, slots_on
from lamplight.core.site.work_windows import Rush, collision, next_work_window, rushes, stands_free, window_if_not_now
from lamplight.core.stock.ahead import (
    Arrival,
    Cover,
    Spoiling,
    UseAhead,
    cover_of,
    enough_by_day,
    nth_unit,
    short_on,
    spread_days,
    turns,
    used_by,
)
from lamplight.core.stock.batches import (
    Batch,
    batches_counted,
    batches_in_order,
    batches_without,
    likely_spoilt,
    past_date,
)
from lamplight.core.stock.costs import JobCost, YearCost, year_cost, years_together
from lamplight.core.stock.demand import StockLine, demand
from lamplight.core.stock.keeping import keeping_packs, left_to_spoil
from lamplight.core.stock.prices import PackPrice, price_spread, prices_of, unit_price
from lamplight.core.stock.reorder import (
    Bought,
    Pack,
    cheapest_packs,
    days_of_cover,
    newsvendor_share,
    order_quantity,
    poisson_reorder_point,
    reorder_point,
    service_z,
)
from lamplight.core.stock.stock import Awaited, Holding, Move, StockMove, awaited, enough, holdings, there_from
from lamplight.core.stock.usage import StockUse, finds_nothing, runs_out_on
from lamplight.core.timeline import Timeline
from lamplight.core.usage.count_then import position_of_count
from lamplight.core.usage.counters import (
    CleaningDrinks,
    CounterBook,
    Interval,
    Reading,
    Restart,
    as_reading,
    backwards_pairs,
    coffee_intervals,
)
from lamplight.core.usage.cumulative import Count, CumulativeCount, cumulative_of
from lamplight.core.usage.em import em_step, maximise
from lamplight.core.usage.expected_reading import ExpectedReading, expected_reading
from lamplight.core.usage.import_plausibility import doubtful_among
from lamplight.core.usage.level import (
    HalfLifeMixture,
    Level,
    half_life_weights,
    kept_by_half_life,
    known_levels,
    level_of,
    weigh_half_lives,
    weigh_memories,
)
from lamplight.core.usage.meters import Meter, Size, following
from lamplight.core.usage.passage import Ahead, Passage, chance_of_at_least, first_passage, forecast, passage_chances
from lamplight.core.usage.plausibility import (
    Doubt,
    DoubtKind,
    KnownRow,
    Severity,
    check_plausibility,
    future_doubt,
    tail_chances,
)
from lamplight.core.usage.usage import Usage, opening_shape
from lamplight.core.usage.weekday_rates import FitSettings, fit_intervals, fit_usage, usage_of
from lamplight.core.water.acids import (
    Acid,
    AcidPart,
    acid_named,
    carbon_dioxide_l,
    dissolves_g,
    grams_for,
    mix_ph,
    mol_per_l,
    protons_given,
)
from lamplight.core.water.advice import soft_water_advice
from lamplight.core.water.ahead import litres_until
from lamplight.core.water.at_machine import HardnessLevel, WaterAtMachine, level_to_set
from lamplight.core.water.breakthrough import FilterPlace, Fronts, leak, leaked, load_at, mean_leak
from lamplight.core.water.cartridge import Bypass, Cartridge, Resin, blended, bypass_for, filter_litres
from lamplight.core.water.descaler import Descaler, DescalerMix, Option, Verdict, compared, verdict, vinegar_ml
from lamplight.core.water.hardness import (
    checked_hardness,
    convert_hardness,
    german_band,
    usgs_band,
)
from lamplight.core.water.ledger import DescaleDone, LedgerLine, scale_ledger
from lamplight.core.water.measured import Measured, TestRead, TestWay, hardness_read
from lamplight.core.water.saturation import (
    Analysis,
    Saturation,
    activity_exponent,
    heated_ph,
    pk1,
    pk2,
    pks_calcite,
    saturation,
    saturation_ph,
    simplified_saturation_ph,
    tendency,
)
from lamplight.core.water.scale import descale_litres, scale_grams
from lamplight.core.water.through import (
    Front,
    WaterThrough,
    poured,
    taken_per_litre,
    water_now,
    water_through,
)
from lamplight.core.water.water_test import WaterTest, latest_test
from lamplight.core.words import (
    amount,
    clock_words,
    day_words,
    decimal,
    degrees,
    due_words,
    grouped,
    listed,
    number_words,
    open_days_ahead,
    plural,
    span_words,
    tenths,
    units_in_words,
    whole,
    words_for_ml,
    write_in,
    written_in,
)
from lamplight.core.year.closed import ClosedSums, closed_sums
from lamplight.core.year.days import usage_spread, year_ahead
from lamplight.core.year.lived import YearLived, YearSpread, live_year, spread_year
from lamplight.core.year.ways import Terms, WaterWay, YearDay, four_ways
