-- Every table of the facts. What is written here holds whoever writes; the models say what each one means.

CREATE TABLE "site" (
    "id" INTEGER NOT NULL PRIMARY KEY
);

CREATE TABLE "machine" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "claimed" VARCHAR(255)
);
CREATE INDEX "machine_site_id" ON "machine" ("site_id");
CREATE UNIQUE INDEX "machine_claimed" ON "machine" (site_id, "claimed");

CREATE TABLE "keeper" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "claimed" VARCHAR(255)
);
CREATE UNIQUE INDEX "keeper_claimed" ON "keeper" ("claimed");

CREATE TABLE "entry" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "kind" VARCHAR(255) NOT NULL,
    "machine_id" INTEGER REFERENCES "machine" ("id"),
    "at" TEXT NOT NULL,
    "recorded_at" TEXT NOT NULL,
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "summary" TEXT NOT NULL,
    "note" TEXT NOT NULL,
    "undone_at" TEXT,
    "undone_by_id" INTEGER REFERENCES "keeper" ("id"),
    "replaces_id" INTEGER REFERENCES "entry" ("id"),
    "once" VARCHAR(64),
    "undone_why" TEXT NOT NULL DEFAULT '',
    "site_id" INTEGER REFERENCES "site" ("id")
);
CREATE INDEX "entry_kind" ON "entry" ("kind");
CREATE INDEX "entry_machine_id" ON "entry" ("machine_id");
CREATE INDEX "entry_at" ON "entry" ("at");
CREATE INDEX "entry_keeper_id" ON "entry" ("keeper_id");
CREATE INDEX "entry_undone_by_id" ON "entry" ("undone_by_id");
CREATE INDEX "entry_replaces_id" ON "entry" ("replaces_id");
CREATE UNIQUE INDEX "entry_once" ON "entry" ("once");
CREATE INDEX "entry_site_id" ON "entry" ("site_id");

CREATE TABLE "care_done" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT,
    "value" INTEGER,
    "seq" INTEGER NOT NULL DEFAULT 0,
    "settled" TEXT NOT NULL,
    "start" VARCHAR(20) NOT NULL DEFAULT 'done',
    "judged_by" VARCHAR(60),
    CHECK (at IS NOT NULL OR value IS NOT NULL)
);
CREATE INDEX "care_done_entry_id" ON "care_done" ("entry_id");
CREATE INDEX "care_done_machine_id" ON "care_done" ("machine_id");

CREATE TABLE "cleaning" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "drinks" INTEGER NOT NULL CHECK (drinks > 0),
    "seq" INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX "cleaning_entry_id" ON "cleaning" ("entry_id");
CREATE INDEX "cleaning_machine_id" ON "cleaning" ("machine_id");

CREATE TABLE "closure" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    CHECK ("last" >= "first")
);
CREATE INDEX "closure_entry_id" ON "closure" ("entry_id");
CREATE INDEX "closure_site_id" ON "closure" ("site_id");

CREATE TABLE "counter_reading" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "value" INTEGER NOT NULL CHECK (value >= 0),
    "source" VARCHAR(255) NOT NULL,
    "seq" INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX "counter_reading_entry_id" ON "counter_reading" ("entry_id");
CREATE INDEX "counter_reading_machine_id" ON "counter_reading" ("machine_id");
CREATE INDEX "counter_reading_machine_id_counter_at" ON "counter_reading" ("machine_id", "counter", "at");

CREATE TABLE "reading_removal" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "reading_id" INTEGER NOT NULL REFERENCES "counter_reading" ("id")
);
CREATE INDEX "reading_removal_entry_id" ON "reading_removal" ("entry_id");
CREATE INDEX "reading_removal_reading_id" ON "reading_removal" ("reading_id");

CREATE TABLE "counter_restart" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "before" INTEGER,
    "after" INTEGER NOT NULL CHECK (after >= 0)
);
CREATE INDEX "counter_restart_entry_id" ON "counter_restart" ("entry_id");
CREATE INDEX "counter_restart_machine_id" ON "counter_restart" ("machine_id");

CREATE TABLE "keeper_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "name" VARCHAR(80) NOT NULL,
    "initials" VARCHAR(6) NOT NULL,
    "active" INTEGER NOT NULL
);
CREATE INDEX "keeper_version_entry_id" ON "keeper_version" ("entry_id");
CREATE INDEX "keeper_version_keeper_id" ON "keeper_version" ("keeper_id");

CREATE TABLE "limit_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(255) NOT NULL,
    "trigger" VARCHAR(255) NOT NULL,
    "own_limit" INTEGER CHECK (own_limit > 0),
    "reason" TEXT NOT NULL
);
CREATE INDEX "limit_version_entry_id" ON "limit_version" ("entry_id");
CREATE INDEX "limit_version_machine_id" ON "limit_version" ("machine_id");

CREATE TABLE "run" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(255) NOT NULL,
    "snapshot" TEXT NOT NULL,
    "begun_at" TEXT NOT NULL,
    "context" TEXT
);
CREATE INDEX "run_entry_id" ON "run" ("entry_id");
CREATE INDEX "run_machine_id" ON "run" ("machine_id");

CREATE TABLE "run_event" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "run_id" INTEGER NOT NULL REFERENCES "run" ("id"),
    "kind" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "step" INTEGER NOT NULL,
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "text" TEXT NOT NULL,
    "once" VARCHAR(64),
    "course" TEXT
);
CREATE INDEX "run_event_run_id" ON "run_event" ("run_id");
CREATE INDEX "run_event_keeper_id" ON "run_event" ("keeper_id");
CREATE UNIQUE INDEX "run_event_once" ON "run_event" ("once");

CREATE TABLE "site_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "name" VARCHAR(80) NOT NULL,
    "zone" VARCHAR(64) NOT NULL,
    "hours" TEXT NOT NULL,
    "degrees" VARCHAR(2) NOT NULL DEFAULT '°C',
    "language" VARCHAR(8) NOT NULL DEFAULT 'en_GB'
);
CREATE INDEX "site_version_entry_id" ON "site_version" ("entry_id");
CREATE INDEX "site_version_site_id" ON "site_version" ("site_id");

CREATE TABLE "machine_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "name" VARCHAR(60) NOT NULL,
    "kind" VARCHAR(60) NOT NULL,
    "place" VARCHAR(80) NOT NULL,
    "guess_per_day" REAL CHECK (guess_per_day >= 0),
    "retired" INTEGER NOT NULL,
    "serial" VARCHAR(40) NOT NULL
);
CREATE INDEX "machine_version_entry_id" ON "machine_version" ("entry_id");
CREATE INDEX "machine_version_machine_id" ON "machine_version" ("machine_id");

CREATE TABLE "absence" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "machine_id" INTEGER REFERENCES "machine" ("id"),
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    CHECK ("last" >= "first")
);
CREATE INDEX "absence_entry_id" ON "absence" ("entry_id");
CREATE INDEX "absence_site_id" ON "absence" ("site_id");
CREATE INDEX "absence_machine_id" ON "absence" ("machine_id");

CREATE TABLE "item_switch" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(255) NOT NULL,
    "off" INTEGER NOT NULL,
    "reason" TEXT NOT NULL
);
CREATE INDEX "item_switch_entry_id" ON "item_switch" ("entry_id");
CREATE INDEX "item_switch_machine_id" ON "item_switch" ("machine_id");

CREATE TABLE "part_note" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "part" VARCHAR(255) NOT NULL,
    "state" VARCHAR(255) NOT NULL,
    "note" TEXT NOT NULL
);
CREATE INDEX "part_note_entry_id" ON "part_note" ("entry_id");
CREATE INDEX "part_note_machine_id" ON "part_note" ("machine_id");

CREATE TABLE "setup_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "source" VARCHAR(60) NOT NULL,
    "descaling_basis" VARCHAR(20) NOT NULL,
    "window_days" INTEGER NOT NULL CHECK (window_days >= 0)
);
CREATE INDEX "setup_version_entry_id" ON "setup_version" ("entry_id");
CREATE INDEX "setup_version_machine_id" ON "setup_version" ("machine_id");

CREATE TABLE "water_test" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "source" VARCHAR(60) NOT NULL,
    "day" DATE NOT NULL,
    "total_dh" REAL,
    "carbonate_dh" REAL,
    "way" VARCHAR(10) NOT NULL DEFAULT 'number',
    "unit" VARCHAR(20) NOT NULL DEFAULT 'dH',
    "read_total" REAL CHECK (read_total >= 0),
    "read_carbonate" REAL CHECK (read_carbonate >= 0),
    "ph" REAL CHECK (ph BETWEEN 0 AND 14),
    "celsius" REAL,
    "tds_mg" REAL CHECK (tds_mg > 0),
    "calcium_mg" REAL CHECK (calcium_mg > 0)
);
CREATE INDEX "water_test_entry_id" ON "water_test" ("entry_id");
CREATE INDEX "water_test_site_id" ON "water_test" ("site_id");

CREATE TABLE "cartridge_fit" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "at" TEXT NOT NULL,
    "capacity_dh_l" REAL CHECK (capacity_dh_l > 0),
    "bypass" REAL NOT NULL,
    "residual_dh" REAL NOT NULL,
    "resin" VARCHAR(255) NOT NULL,
    "months" INTEGER NOT NULL,
    "as_before" INTEGER NOT NULL DEFAULT 0,
    "place" VARCHAR(8) NOT NULL DEFAULT 'tank',
    "brought" INTEGER NOT NULL DEFAULT 0,
    "judged_by" VARCHAR(60)
);
CREATE INDEX "cartridge_fit_entry_id" ON "cartridge_fit" ("entry_id");
CREATE INDEX "cartridge_fit_machine_id" ON "cartridge_fit" ("machine_id");

CREATE TABLE "bar_reading" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "percent" INTEGER NOT NULL CHECK (percent BETWEEN 0 AND 100)
);
CREATE INDEX "bar_reading_entry_id" ON "bar_reading" ("entry_id");
CREATE INDEX "bar_reading_machine_id" ON "bar_reading" ("machine_id");

CREATE TABLE "kind_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "key" VARCHAR(255) NOT NULL,
    "text" TEXT NOT NULL,
    "deleted" INTEGER NOT NULL
);
CREATE INDEX "kind_version_entry_id" ON "kind_version" ("entry_id");

CREATE TABLE "device_event" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "what" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "seq" INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX "device_event_entry_id" ON "device_event" ("entry_id");
CREATE INDEX "device_event_machine_id" ON "device_event" ("machine_id");

CREATE TABLE "procedure_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "key" VARCHAR(255) NOT NULL,
    "text" TEXT NOT NULL,
    "deleted" INTEGER NOT NULL
);
CREATE INDEX "procedure_version_entry_id" ON "procedure_version" ("entry_id");

CREATE TABLE "product_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "key" VARCHAR(255) NOT NULL,
    "title" VARCHAR(80) NOT NULL,
    "role" VARCHAR(255) NOT NULL,
    "form" VARCHAR(255) NOT NULL,
    "chemistry" VARCHAR(255) NOT NULL,
    "unit" VARCHAR(20) NOT NULL,
    "dose" REAL NOT NULL CHECK (dose > 0),
    "per_l" REAL CHECK (per_l > 0),
    "whole" INTEGER NOT NULL,
    "deleted" INTEGER NOT NULL,
    "least_ml" REAL CHECK (least_ml > 0),
    "most_ml" REAL CHECK (most_ml > 0),
    "also" VARCHAR(200) NOT NULL DEFAULT '',
    "acids" VARCHAR(200) NOT NULL DEFAULT ''
);
CREATE INDEX "product_version_entry_id" ON "product_version" ("entry_id");

CREATE TABLE "stock_move" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "product" VARCHAR(255) NOT NULL,
    "move" VARCHAR(255) NOT NULL,
    "amount" REAL NOT NULL CHECK (amount >= 0),
    "at" TEXT NOT NULL,
    "cupboard" VARCHAR(40) NOT NULL DEFAULT '',
    "into_cupboard" VARCHAR(40) NOT NULL DEFAULT '',
    "keeps_until" DATE
);
CREATE INDEX "stock_move_entry_id" ON "stock_move" ("entry_id");

CREATE TABLE "deferral" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "until" TEXT NOT NULL
);
CREATE INDEX "deferral_entry_id" ON "deferral" ("entry_id");
CREATE INDEX "deferral_machine_id" ON "deferral" ("machine_id");

CREATE TABLE "confirmation_given" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(255) NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "answer" INTEGER NOT NULL,
    "at" TEXT NOT NULL
);
CREATE INDEX "confirmation_given_entry_id" ON "confirmation_given" ("entry_id");
CREATE INDEX "confirmation_given_machine_id" ON "confirmation_given" ("machine_id");

CREATE TABLE "inspected" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "what" VARCHAR(255) NOT NULL,
    "well" INTEGER NOT NULL,
    "at" TEXT NOT NULL
);
CREATE INDEX "inspected_entry_id" ON "inspected" ("entry_id");
CREATE INDEX "inspected_machine_id" ON "inspected" ("machine_id");

CREATE TABLE "photo" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "run_id" INTEGER REFERENCES "run" ("id"),
    "step" INTEGER,
    "title" VARCHAR(120) NOT NULL,
    "file" VARCHAR(255) NOT NULL,
    "width" INTEGER NOT NULL,
    "height" INTEGER NOT NULL,
    "at" TEXT NOT NULL
);
CREATE INDEX "photo_entry_id" ON "photo" ("entry_id");
CREATE INDEX "photo_machine_id" ON "photo" ("machine_id");
CREATE INDEX "photo_run_id" ON "photo" ("run_id");
CREATE UNIQUE INDEX "photo_file" ON "photo" ("file");

CREATE TABLE "keeper_secret" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "hashed" TEXT NOT NULL
);
CREATE INDEX "keeper_secret_entry_id" ON "keeper_secret" ("entry_id");
CREATE INDEX "keeper_secret_keeper_id" ON "keeper_secret" ("keeper_id");

CREATE TABLE "panel_sighting" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "at" TEXT NOT NULL,
    "lamps" TEXT NOT NULL,
    "message" VARCHAR(120) NOT NULL,
    "deferred" INTEGER NOT NULL,
    "value" INTEGER CHECK (value >= 0),
    "seq" INTEGER NOT NULL DEFAULT 0,
    "asks_for" VARCHAR(255) NOT NULL DEFAULT '',
    "no_longer" VARCHAR(255) NOT NULL DEFAULT ''
);
CREATE INDEX "panel_sighting_entry_id" ON "panel_sighting" ("entry_id");
CREATE INDEX "panel_sighting_machine_id" ON "panel_sighting" ("machine_id");

CREATE TABLE "cause_tried" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "about" VARCHAR(80) NOT NULL,
    "cause" VARCHAR(255) NOT NULL,
    "was_it" INTEGER NOT NULL,
    "at" TEXT NOT NULL
);
CREATE INDEX "cause_tried_entry_id" ON "cause_tried" ("entry_id");
CREATE INDEX "cause_tried_machine_id" ON "cause_tried" ("machine_id");

CREATE TABLE "change" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "number" INTEGER NOT NULL
);

CREATE TABLE "sign_in" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "secret_id" INTEGER NOT NULL REFERENCES "keeper_secret" ("id"),
    "hashed" VARCHAR(255) NOT NULL,
    "begun_at" TEXT NOT NULL,
    "ended_at" TEXT,
    "device" VARCHAR(40) NOT NULL DEFAULT ''
);
CREATE UNIQUE INDEX "sign_in_hashed" ON "sign_in" ("hashed");
CREATE INDEX "sign_in_keeper_id" ON "sign_in" ("keeper_id");
CREATE INDEX "sign_in_secret_id" ON "sign_in" ("secret_id");

CREATE TABLE "known_device" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "hashed" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL
);
CREATE UNIQUE INDEX "known_device_keeper_id_hashed" ON "known_device" ("keeper_id", "hashed");
CREATE INDEX "known_device_keeper_id" ON "known_device" ("keeper_id");

CREATE TABLE "failed_try" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "account" VARCHAR(255) NOT NULL,
    "origin" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL
);
CREATE INDEX "failed_try_origin" ON "failed_try" ("origin");

CREATE TABLE "programme_told" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "programme" VARCHAR(60) NOT NULL,
    "telling" VARCHAR(20) NOT NULL,
    "place" TEXT,
    "calls" TEXT NOT NULL
);
CREATE INDEX "programme_told_entry_id" ON "programme_told" ("entry_id");
CREATE INDEX "programme_told_machine_id" ON "programme_told" ("machine_id");

CREATE TABLE "words_told" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "name" VARCHAR(120) NOT NULL,
    "text" VARCHAR(600) NOT NULL
);
CREATE INDEX "words_told_entry_id" ON "words_told" ("entry_id");
CREATE INDEX "words_told_machine_id" ON "words_told" ("machine_id");

CREATE TABLE "manual_page" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "title" VARCHAR(120) NOT NULL,
    "file" VARCHAR(255) NOT NULL,
    "bytes" INTEGER NOT NULL CHECK (bytes > 0),
    "width" INTEGER NOT NULL,
    "height" INTEGER NOT NULL,
    "at" TEXT NOT NULL
);
CREATE UNIQUE INDEX "manual_page_file" ON "manual_page" ("file");
CREATE INDEX "manual_page_entry_id" ON "manual_page" ("entry_id");
CREATE INDEX "manual_page_machine_id" ON "manual_page" ("machine_id");

CREATE TABLE "slots_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "slots" TEXT NOT NULL
);
CREATE INDEX "slots_version_entry_id" ON "slots_version" ("entry_id");
CREATE INDEX "slots_version_site_id" ON "slots_version" ("site_id");

CREATE TABLE "walks_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "home" VARCHAR(80) NOT NULL,
    "seconds" TEXT NOT NULL
);
CREATE INDEX "walks_version_entry_id" ON "walks_version" ("entry_id");
CREATE INDEX "walks_version_site_id" ON "walks_version" ("site_id");

CREATE TABLE "round" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "begun_at" TEXT NOT NULL,
    "until" TEXT NOT NULL
);
CREATE INDEX "round_entry_id" ON "round" ("entry_id");
CREATE INDEX "round_site_id" ON "round" ("site_id");
CREATE INDEX "round_keeper_id" ON "round" ("keeper_id");

CREATE TABLE "round_event" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "round_id" INTEGER NOT NULL REFERENCES "round" ("id"),
    "kind" VARCHAR(20) NOT NULL,
    "at" TEXT NOT NULL,
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "text" TEXT NOT NULL DEFAULT ''
);
CREATE INDEX "round_event_round_id" ON "round_event" ("round_id");
CREATE INDEX "round_event_keeper_id" ON "round_event" ("keeper_id");

CREATE TABLE "plan_pin" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "item" VARCHAR(60) NOT NULL,
    "start" TEXT NOT NULL,
    "held" INTEGER NOT NULL
);
CREATE INDEX "plan_pin_entry_id" ON "plan_pin" ("entry_id");
CREATE INDEX "plan_pin_machine_id" ON "plan_pin" ("machine_id");

CREATE TABLE "announced_plan" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "made_at" TEXT NOT NULL,
    "rests_on" TEXT NOT NULL,
    "visits" TEXT NOT NULL,
    "moved" TEXT NOT NULL,
    "weight" REAL NOT NULL DEFAULT 0,
    "least" REAL NOT NULL DEFAULT 0,
    "asked" VARCHAR(64) NOT NULL DEFAULT ''
);
CREATE INDEX "announced_plan_site_id" ON "announced_plan" ("site_id");

CREATE TABLE "feed_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "kind" VARCHAR(20) NOT NULL,
    "hashed" VARCHAR(64) NOT NULL,
    "alarm_minutes" INTEGER NOT NULL CHECK (alarm_minutes >= 0)
);
CREATE INDEX "feed_version_entry_id" ON "feed_version" ("entry_id");
CREATE INDEX "feed_version_site_id" ON "feed_version" ("site_id");
CREATE INDEX "feed_version_keeper_id" ON "feed_version" ("keeper_id");

CREATE TABLE "keeper_absence" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "stand_in_id" INTEGER REFERENCES "keeper" ("id"),
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    CHECK ("last" >= "first")
);
CREATE INDEX "keeper_absence_entry_id" ON "keeper_absence" ("entry_id");
CREATE INDEX "keeper_absence_site_id" ON "keeper_absence" ("site_id");
CREATE INDEX "keeper_absence_keeper_id" ON "keeper_absence" ("keeper_id");
CREATE INDEX "keeper_absence_stand_in_id" ON "keeper_absence" ("stand_in_id");

CREATE TABLE "mail_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "way" VARCHAR(20) NOT NULL,
    "host" VARCHAR(200) NOT NULL,
    "port" INTEGER NOT NULL CHECK (port BETWEEN 0 AND 65535),
    "security" VARCHAR(20) NOT NULL,
    "user" VARCHAR(200) NOT NULL,
    "sender" VARCHAR(200) NOT NULL,
    "address" VARCHAR(200) NOT NULL
);
CREATE INDEX "mail_version_entry_id" ON "mail_version" ("entry_id");
CREATE INDEX "mail_version_site_id" ON "mail_version" ("site_id");

CREATE TABLE "outgoing" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "kind" VARCHAR(20) NOT NULL,
    "subject" VARCHAR(200) NOT NULL,
    "text" TEXT NOT NULL,
    "html" TEXT NOT NULL,
    "message_id" VARCHAR(120) NOT NULL,
    "made_at" TEXT NOT NULL,
    "until" TEXT NOT NULL,
    "state" VARCHAR(20) NOT NULL,
    "tries" INTEGER NOT NULL,
    "next_at" TEXT NOT NULL,
    "claimed_at" TEXT,
    "sent_at" TEXT,
    "problem" TEXT NOT NULL
);
CREATE INDEX "outgoing_site_id" ON "outgoing" ("site_id");
CREATE INDEX "outgoing_keeper_id" ON "outgoing" ("keeper_id");
CREATE UNIQUE INDEX "outgoing_message_id" ON "outgoing" ("message_id");
CREATE INDEX "outgoing_state" ON "outgoing" ("state");

CREATE TABLE "told_once" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "keeper_number" INTEGER NOT NULL,
    "key" VARCHAR(250) NOT NULL,
    "mail_id" INTEGER NOT NULL REFERENCES "outgoing" ("id") ON DELETE CASCADE
);
CREATE INDEX "told_once_site_id" ON "told_once" ("site_id");
CREATE INDEX "told_once_mail_id" ON "told_once" ("mail_id");
CREATE UNIQUE INDEX "told_once_site_id_keeper_number_key" ON "told_once" ("site_id", "keeper_number", "key");

CREATE TABLE "wishes_version" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "mailbox" VARCHAR(200) NOT NULL,
    "morning" INTEGER NOT NULL,
    "minute" INTEGER NOT NULL CHECK (minute BETWEEN 0 AND 1439),
    "at_once" INTEGER NOT NULL,
    "week_day" INTEGER,
    "stop_token" VARCHAR(64) NOT NULL
);
CREATE INDEX "wishes_version_entry_id" ON "wishes_version" ("entry_id");
CREATE INDEX "wishes_version_site_id" ON "wishes_version" ("site_id");
CREATE INDEX "wishes_version_keeper_id" ON "wishes_version" ("keeper_id");
CREATE INDEX "wishes_version_stop_token" ON "wishes_version" ("stop_token");

CREATE TABLE "plan_wish" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "risk" REAL NOT NULL CHECK (risk > 0 AND risk < 1),
    "worth" REAL NOT NULL CHECK (worth BETWEEN 0 AND 1)
);
CREATE INDEX "plan_wish_entry_id" ON "plan_wish" ("entry_id");
CREATE INDEX "plan_wish_site_id" ON "plan_wish" ("site_id");

CREATE TABLE "price" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "product" VARCHAR(255) NOT NULL,
    "units" REAL NOT NULL CHECK (units > 0),
    "cents" INTEGER NOT NULL CHECK (cents >= 0),
    "day" DATE NOT NULL
);
CREATE INDEX "price_entry_id" ON "price" ("entry_id");

CREATE TABLE "dose_measuring" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "role" VARCHAR(60) NOT NULL,
    "filled_ml" REAL NOT NULL CHECK (filled_ml > 0),
    "left_ml" REAL NOT NULL CHECK (left_ml BETWEEN 0 AND filled_ml),
    "at" DATETIME NOT NULL
);
CREATE INDEX "dose_measuring_entry_id" ON "dose_measuring" ("entry_id");
CREATE INDEX "dose_measuring_machine_id" ON "dose_measuring" ("machine_id");

CREATE TABLE "dose_mark" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "role" VARCHAR(60) NOT NULL,
    "ml" INTEGER CHECK (ml > 0)
);
CREATE INDEX "dose_mark_entry_id" ON "dose_mark" ("entry_id");
CREATE INDEX "dose_mark_machine_id" ON "dose_mark" ("machine_id");

CREATE TABLE "dose_vessel" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "role" VARCHAR(60) NOT NULL,
    "bottom_mm" REAL NOT NULL CHECK (bottom_mm > 0),
    "top_mm" REAL NOT NULL CHECK (top_mm > 0),
    "height_mm" REAL NOT NULL CHECK (height_mm > 0)
);
CREATE INDEX "dose_vessel_entry_id" ON "dose_vessel" ("entry_id");
CREATE INDEX "dose_vessel_machine_id" ON "dose_vessel" ("machine_id");

CREATE TABLE "dose_trial" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "role" VARCHAR(60) NOT NULL,
    "item" VARCHAR(60) NOT NULL,
    "share" REAL NOT NULL CHECK (share > 0 AND share < 1),
    "minutes" INTEGER NOT NULL CHECK (minutes >= 0),
    "washes" INTEGER NOT NULL CHECK (washes > 0),
    "hypothesis" VARCHAR(300) NOT NULL
);
CREATE INDEX "dose_trial_entry_id" ON "dose_trial" ("entry_id");
CREATE INDEX "dose_trial_machine_id" ON "dose_trial" ("machine_id");

CREATE TABLE "trial_stop" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "trial_id" INTEGER NOT NULL REFERENCES "dose_trial" ("id")
);
CREATE INDEX "trial_stop_entry_id" ON "trial_stop" ("entry_id");
CREATE INDEX "trial_stop_machine_id" ON "trial_stop" ("machine_id");
CREATE INDEX "trial_stop_trial_id" ON "trial_stop" ("trial_id");

CREATE TABLE "push" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "product" VARCHAR(255) NOT NULL,
    "unit" VARCHAR(20) NOT NULL,
    "value" REAL NOT NULL CHECK (value >= 0),
    "left_out" INTEGER NOT NULL
);
CREATE INDEX "push_entry_id" ON "push" ("entry_id");

CREATE TABLE "supply_terms" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "product" VARCHAR(255) NOT NULL,
    "lead_days" INTEGER NOT NULL CHECK (lead_days >= 0),
    "opened_days" INTEGER CHECK (opened_days > 0)
);
CREATE INDEX "supply_terms_entry_id" ON "supply_terms" ("entry_id");

CREATE TABLE "money_wish" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "currency" VARCHAR(8) NOT NULL,
    "hour_price" REAL NOT NULL CHECK (hour_price >= 0),
    "water_price" REAL NOT NULL CHECK (water_price >= 0),
    "idle_price" REAL NOT NULL DEFAULT 0 CHECK (idle_price >= 0)
);
CREATE INDEX "money_wish_entry_id" ON "money_wish" ("entry_id");
CREATE INDEX "money_wish_site_id" ON "money_wish" ("site_id");

CREATE TABLE "keeper_role" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "role" VARCHAR(10) NOT NULL CHECK (role IN ('owner', 'keeper', 'helper', 'looker', 'auditor')),
    "serves" INTEGER NOT NULL DEFAULT 1 CHECK ("serves" IN (0, 1))
);
CREATE INDEX "keeper_role_entry_id" ON "keeper_role" ("entry_id");
CREATE INDEX "keeper_role_keeper_id" ON "keeper_role" ("keeper_id");
CREATE INDEX "keeper_role_site_id" ON "keeper_role" ("site_id");

CREATE TABLE "invite" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "role" VARCHAR(10) NOT NULL CHECK (role IN ('owner', 'keeper', 'helper', 'looker', 'auditor')),
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "made_by_id" INTEGER REFERENCES "keeper" ("id"),
    "made_at" TEXT NOT NULL,
    "used_at" TEXT,
    "used_by_id" INTEGER REFERENCES "keeper" ("id"),
    "withdrawn_at" TEXT
);
CREATE INDEX "invite_site_id" ON "invite" ("site_id");
CREATE INDEX "invite_made_by_id" ON "invite" ("made_by_id");
CREATE INDEX "invite_used_by_id" ON "invite" ("used_by_id");

CREATE TABLE "sticker" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "token" VARCHAR(64),
    "photos" INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX "sticker_entry_id" ON "sticker" ("entry_id");
CREATE INDEX "sticker_machine_id" ON "sticker" ("machine_id");

CREATE TABLE "guest_report" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "told" VARCHAR(10) NOT NULL,
    "at" TEXT NOT NULL,
    "shows" TEXT,
    "words" VARCHAR(200) NOT NULL DEFAULT '',
    "photo" VARCHAR(80) NOT NULL DEFAULT '',
    "times" INTEGER NOT NULL DEFAULT 1,
    "decided_at" TEXT,
    "decided_by_id" INTEGER REFERENCES "keeper" ("id"),
    "entry_id" INTEGER REFERENCES "entry" ("id")
);
CREATE INDEX "guest_report_machine_id" ON "guest_report" ("machine_id");
CREATE INDEX "guest_report_decided_by_id" ON "guest_report" ("decided_by_id");
CREATE INDEX "guest_report_entry_id" ON "guest_report" ("entry_id");

CREATE TABLE "api_token" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "scope" VARCHAR(10) NOT NULL CHECK (scope IN ('readings', 'lamps', 'read')),
    "name" VARCHAR(60) NOT NULL,
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "made_at" TEXT NOT NULL,
    "ended_at" TEXT
);
CREATE INDEX "api_token_keeper_id" ON "api_token" ("keeper_id");

CREATE TABLE "machine_move" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "machine_id" INTEGER NOT NULL REFERENCES "machine" ("id"),
    "origin_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "site_id" INTEGER NOT NULL REFERENCES "site" ("id"),
    "day" DATE NOT NULL,
    "at" TEXT NOT NULL,
    CHECK ("origin_id" <> "site_id")
);
CREATE INDEX "machine_move_entry_id" ON "machine_move" ("entry_id");
CREATE INDEX "machine_move_machine_id" ON "machine_move" ("machine_id", "at");

CREATE TABLE "passkey" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "credential" VARCHAR(1400) NOT NULL UNIQUE,
    "public_key" BLOB NOT NULL,
    "counted" INTEGER NOT NULL,
    "host" VARCHAR(255) NOT NULL,
    "name" VARCHAR(40) NOT NULL,
    "made_at" TEXT NOT NULL,
    "used_at" TEXT,
    "ended_at" TEXT
);
CREATE INDEX "passkey_keeper_id" ON "passkey" ("keeper_id");

CREATE TABLE "challenge" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "keeper_id" INTEGER REFERENCES "keeper" ("id"),
    "made_at" TEXT NOT NULL
);
CREATE INDEX "challenge_keeper_id" ON "challenge" ("keeper_id");

CREATE TABLE "two_steps" (
    "id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL REFERENCES "entry" ("id"),
    "keeper_id" INTEGER NOT NULL REFERENCES "keeper" ("id"),
    "wanted" INTEGER NOT NULL CHECK ("wanted" IN (0, 1))
);
CREATE INDEX "two_steps_entry_id" ON "two_steps" ("entry_id");
CREATE INDEX "two_steps_keeper_id" ON "two_steps" ("keeper_id");

-- Names and initials are unique among what is there now; a machine stands where its last move took it.

CREATE TRIGGER "claim_machine" AFTER INSERT ON "machine_version" BEGIN
    UPDATE "machine" SET "claimed" = (
    SELECT CASE WHEN v."retired" THEN NULL ELSE lower(v."name") END
    FROM "machine_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."machine_id" = "machine"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1) WHERE "id" = NEW."machine_id"; END;

CREATE TRIGGER "claim_undone_machine" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
    UPDATE "machine" SET "claimed" = (
    SELECT CASE WHEN v."retired" THEN NULL ELSE lower(v."name") END
    FROM "machine_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."machine_id" = "machine"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1)
    WHERE "id" IN (SELECT "machine_id" FROM "machine_version" WHERE "entry_id" = NEW."id"); END;

CREATE TRIGGER "claim_keeper" AFTER INSERT ON "keeper_version" BEGIN
    UPDATE "keeper" SET "claimed" = (
    SELECT CASE WHEN NOT v."active" THEN NULL ELSE lower(v."initials") END
    FROM "keeper_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."keeper_id" = "keeper"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1) WHERE "id" = NEW."keeper_id"; END;

CREATE TRIGGER "claim_undone_keeper" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
    UPDATE "keeper" SET "claimed" = (
    SELECT CASE WHEN NOT v."active" THEN NULL ELSE lower(v."initials") END
    FROM "keeper_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."keeper_id" = "keeper"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1)
    WHERE "id" IN (SELECT "keeper_id" FROM "keeper_version" WHERE "entry_id" = NEW."id"); END;

CREATE TRIGGER "move_machine" AFTER INSERT ON "machine_move" BEGIN
    UPDATE "machine" SET "site_id" = COALESCE(
    (SELECT "machine_move"."site_id" FROM "machine_move"
    JOIN "entry" AS "told" ON "told"."id" = "machine_move"."entry_id"
    WHERE "machine_move"."machine_id" = "machine"."id" AND "told"."undone_at" IS NULL
    ORDER BY "machine_move"."at" DESC, "machine_move"."id" DESC LIMIT 1),
    (SELECT "origin_id" FROM "machine_move" WHERE "machine_id" = "machine"."id" ORDER BY "at", "id" LIMIT 1),
    "machine"."site_id") WHERE "id" = NEW."machine_id"; END;

CREATE TRIGGER "move_machine_undone" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
    UPDATE "machine" SET "site_id" = COALESCE(
    (SELECT "machine_move"."site_id" FROM "machine_move"
    JOIN "entry" AS "told" ON "told"."id" = "machine_move"."entry_id"
    WHERE "machine_move"."machine_id" = "machine"."id" AND "told"."undone_at" IS NULL
    ORDER BY "machine_move"."at" DESC, "machine_move"."id" DESC LIMIT 1),
    (SELECT "origin_id" FROM "machine_move" WHERE "machine_id" = "machine"."id" ORDER BY "at", "id" LIMIT 1),
    "machine"."site_id")
    WHERE "id" IN (SELECT "machine_id" FROM "machine_move" WHERE "entry_id" = NEW."id"); END;

INSERT INTO "change" VALUES (-1, 0);
