BEGIN TRANSACTION;
CREATE TABLE "absence" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "machine_id" INTEGER,
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    CHECK ("last" >= "first"));
CREATE TABLE "bar_reading" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "percent" INTEGER NOT NULL CHECK (percent BETWEEN 0 AND 100),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "care_done" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT,
    "value" INTEGER, "seq" INTEGER NOT NULL DEFAULT 0, "settled" TEXT,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    CHECK (at IS NOT NULL OR value IS NOT NULL));
INSERT INTO "care_done" VALUES(1,3,1,'brew-tablet',NULL,900,10,'[]');
INSERT INTO "care_done" VALUES(2,3,1,'grease','2016-08-18T12:00:00Z',NULL,10,'[]');
INSERT INTO "care_done" VALUES(3,3,1,'grounds-drawer','2026-10-05T12:00:00Z',NULL,10,'["drip-tray"]');
INSERT INTO "care_done" VALUES(4,3,1,'descale','2026-08-26T12:00:00Z',NULL,10,'[]');
INSERT INTO "care_done" VALUES(5,4,1,'filter-change','2026-10-05T12:00:00Z',NULL,15,'[]');
INSERT INTO "care_done" VALUES(6,6,1,'filter-change','2026-11-14T12:00:00Z',NULL,20,'[]');
CREATE TABLE "cartridge_fit" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    "capacity_dh_l" REAL CHECK (capacity_dh_l > 0),
    "bypass" REAL NOT NULL,
    "residual_dh" REAL NOT NULL,
    "resin" VARCHAR(255) NOT NULL,
    "months" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "cartridge_fit" VALUES(1,4,1,'2026-10-05T12:00:00Z',100.0,0.0,0.0,'decarbonising',2);
INSERT INTO "cartridge_fit" VALUES(2,6,1,'2026-11-14T12:00:00Z',100.0,0.0,0.0,'decarbonising',2);
INSERT INTO "cartridge_fit" VALUES(3,9,2,'2026-10-25T12:00:00Z',NULL,0.0,0.0,'decarbonising',2);
CREATE TABLE "cause_tried" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "about" VARCHAR(80) NOT NULL,
    "cause" VARCHAR(255) NOT NULL,
    "was_it" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "change" ("id" INTEGER NOT NULL PRIMARY KEY, "number" INTEGER NOT NULL);
INSERT INTO "change" VALUES(-1,33);
INSERT INTO "change" VALUES(0,9);
INSERT INTO "change" VALUES(1,17);
INSERT INTO "change" VALUES(2,7);
CREATE TABLE "cleaning" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "drinks" INTEGER NOT NULL CHECK (drinks > 0), "seq" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "closure" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    CHECK ("last" >= "first"));
CREATE TABLE "counter_reading" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "value" INTEGER NOT NULL CHECK (value >= 0),
    "source" VARCHAR(255) NOT NULL, "seq" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "counter_reading" VALUES(1,3,1,'drinks','2026-10-05T12:00:00Z',1000,'start',9);
INSERT INTO "counter_reading" VALUES(2,5,1,'drinks','2026-10-30T12:00:00Z',2000,'typed',18);
INSERT INTO "counter_reading" VALUES(3,7,1,'drinks','2026-11-23T12:00:00Z',2900,'typed',23);
INSERT INTO "counter_reading" VALUES(4,8,2,'drinks','2026-10-25T12:00:00Z',500,'start',28);
CREATE TABLE "counter_restart" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "before" INTEGER,
    "after" INTEGER NOT NULL CHECK (after >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "device_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL, "seq" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "entry" ("id" INTEGER NOT NULL PRIMARY KEY,
    "kind" VARCHAR(255) NOT NULL,
    "machine_id" INTEGER,
    "at" TEXT NOT NULL,
    "recorded_at" TEXT NOT NULL,
    "keeper_id" INTEGER,
    "summary" TEXT NOT NULL,
    "note" TEXT NOT NULL,
    "undone_at" TEXT,
    "undone_by_id" INTEGER,
    "replaces_id" INTEGER, "once" VARCHAR(64),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("undone_by_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("replaces_id") REFERENCES "entry" ("id"));
INSERT INTO "entry" VALUES(1,'site',NULL,'2026-09-25T12:00:00Z','2026-09-25T12:00:00Z',NULL,'Test Works set up','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(2,'water',NULL,'2026-09-26T12:00:00Z','2026-09-26T12:00:00Z',NULL,'Water “mains” tested: total 18 °dH, carbonate 14 °dH','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(3,'machine',1,'2026-10-05T12:00:00Z','2026-10-05T12:00:00Z',NULL,'Counter A added','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(4,'filter',1,'2026-10-05T12:00:00Z','2026-10-05T12:00:00Z',NULL,'Filter fitted: 100 °dH·L','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(5,'reading',1,'2026-10-30T12:00:00Z','2026-10-30T12:00:00Z',NULL,'Counter 2 000','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(6,'done',1,'2026-11-14T12:00:00Z','2026-11-14T12:00:00Z',NULL,'Filter change','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(7,'reading',1,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',NULL,'Counter 2 900','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(8,'machine',2,'2026-10-25T12:00:00Z','2026-10-25T12:00:00Z',NULL,'Counter B added','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(9,'filter',2,'2026-10-25T12:00:00Z','2026-10-25T12:00:00Z',NULL,'Filter taken out','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(10,'prompt',2,'2026-11-22T12:00:00Z','2026-11-22T12:00:00Z',NULL,'The machine asks for: Milk circuit wash','',NULL,NULL,NULL,NULL);
CREATE TABLE "failed_try" ("id" INTEGER NOT NULL PRIMARY KEY,
    "account" VARCHAR(255) NOT NULL,
    "origin" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL);
CREATE TABLE "inspected" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "well" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "item_switch" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "off" INTEGER NOT NULL,
    "reason" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "keeper" ("id" INTEGER NOT NULL PRIMARY KEY, "claimed" VARCHAR(255));
CREATE TABLE "keeper_secret" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "hashed" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
CREATE TABLE "keeper_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "name" VARCHAR(80) NOT NULL,
    "initials" VARCHAR(6) NOT NULL,
    "active" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
CREATE TABLE "kind_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "key" VARCHAR(255) NOT NULL,
    "text" TEXT NOT NULL,
    "deleted" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
CREATE TABLE "known_device" ("id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL,
    "hashed" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
CREATE TABLE "limit_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "trigger" VARCHAR(255) NOT NULL,
    "own_limit" INTEGER CHECK (own_limit > 0),
    "reason" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "machine" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL, "claimed" VARCHAR(255),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "machine" VALUES(1,1,'counter a');
INSERT INTO "machine" VALUES(2,1,'counter b');
CREATE TABLE "machine_version" ("id" INTEGER NOT NULL PRIMARY KEY, "entry_id" INTEGER NOT NULL, "machine_id" INTEGER NOT NULL, "name" VARCHAR(60) NOT NULL, "kind" VARCHAR(60) NOT NULL, "place" VARCHAR(80) NOT NULL, "guess_per_day" REAL CHECK (guess_per_day >= 0), "retired" INTEGER NOT NULL, "serial" VARCHAR(40) NOT NULL, FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"), FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "machine_version" VALUES(1,3,1,'Counter A','removable-tabletop','',NULL,0,'');
INSERT INTO "machine_version" VALUES(2,8,2,'Counter B','office-tower','',NULL,0,'');
CREATE TABLE "panel_sighting" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    "lamps" TEXT NOT NULL,
    "message" VARCHAR(120) NOT NULL,
    "put_off" INTEGER NOT NULL,
    "value" INTEGER CHECK (value >= 0), "seq" INTEGER NOT NULL DEFAULT 0, "asks_for" VARCHAR(255) NOT NULL DEFAULT '', "no_longer" VARCHAR(255) NOT NULL DEFAULT '',
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "panel_sighting" VALUES(1,10,2,'2026-11-22T12:00:00Z','{}','',0,NULL,32,'milk-wash','');
CREATE TABLE "part_note" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "part" VARCHAR(255) NOT NULL,
    "state" VARCHAR(255) NOT NULL,
    "note" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "photo" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "run_id" INTEGER,
    "step" INTEGER,
    "title" VARCHAR(120) NOT NULL,
    "file" VARCHAR(255) NOT NULL,
    "width" INTEGER NOT NULL,
    "height" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("run_id") REFERENCES "run" ("id"));
CREATE TABLE "procedure_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "key" VARCHAR(255) NOT NULL,
    "text" TEXT NOT NULL,
    "deleted" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
CREATE TABLE "product_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
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
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
CREATE TABLE "put_off" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "until" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "reading_removal" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "reading_id" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("reading_id") REFERENCES "counter_reading" ("id"));
CREATE TABLE "run" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "snapshot" TEXT NOT NULL,
    "begun_at" TEXT NOT NULL, "context" TEXT,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "run_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "run_id" INTEGER NOT NULL,
    "kind" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "step" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL, "once" VARCHAR(64),
    FOREIGN KEY ("run_id") REFERENCES "run" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
CREATE TABLE "schema_migration" ("id" INTEGER NOT NULL PRIMARY KEY, "name" VARCHAR(255) NOT NULL, "applied" DATETIME NOT NULL);
INSERT INTO "schema_migration" VALUES(1,'0001_first','2026-11-26 06:09:19.526727');
INSERT INTO "schema_migration" VALUES(2,'0002_machine_serial','2026-11-26 06:09:19.532218');
INSERT INTO "schema_migration" VALUES(3,'0003_care','2026-11-26 06:09:19.535516');
INSERT INTO "schema_migration" VALUES(4,'0004_device_event','2026-11-26 06:09:19.536866');
INSERT INTO "schema_migration" VALUES(5,'0005_guided','2026-11-26 06:09:19.539664');
INSERT INTO "schema_migration" VALUES(6,'0006_lamps','2026-11-26 06:09:19.541297');
INSERT INTO "schema_migration" VALUES(7,'0007_order','2026-11-26 06:09:19.548756');
INSERT INTO "schema_migration" VALUES(8,'0008_sign_ins','2026-11-26 06:09:19.550770');
INSERT INTO "schema_migration" VALUES(9,'0009_unique','2026-11-26 06:09:19.556525');
CREATE TABLE "setup_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "school" VARCHAR(20) NOT NULL,
    "window_days" INTEGER NOT NULL CHECK (window_days >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "sign_in" ("id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL,
    "secret_id" INTEGER NOT NULL,
    "hashed" VARCHAR(255) NOT NULL,
    "begun_at" TEXT NOT NULL,
    "ended_at" TEXT,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("secret_id") REFERENCES "keeper_secret" ("id"));
CREATE TABLE "site" ("id" INTEGER NOT NULL PRIMARY KEY);
INSERT INTO "site" VALUES(1);
CREATE TABLE "site_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "name" VARCHAR(80) NOT NULL,
    "zone" VARCHAR(64) NOT NULL,
    "hours" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "site_version" VALUES(1,1,1,'Test Works','Europe/Berlin','[[420,1080],[420,1080],[420,1080],[420,1080],[420,1080],null,null]');
CREATE TABLE "stock_move" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "move" VARCHAR(255) NOT NULL,
    "amount" REAL NOT NULL CHECK (amount >= 0),
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
CREATE TABLE "truth_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "answer" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "water_test" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "day" DATE NOT NULL,
    "total_dh" REAL,
    "carbonate_dh" REAL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "water_test" VALUES(1,2,1,'mains','2026-09-26',18.0,14.0);
CREATE UNIQUE INDEX "schema_migration_name" ON "schema_migration" ("name");
CREATE INDEX "machine_site_id" ON "machine" ("site_id");
CREATE INDEX "entry_kind" ON "entry" ("kind");
CREATE INDEX "entry_machine_id" ON "entry" ("machine_id");
CREATE INDEX "entry_at" ON "entry" ("at");
CREATE INDEX "entry_keeper_id" ON "entry" ("keeper_id");
CREATE INDEX "entry_undone_by_id" ON "entry" ("undone_by_id");
CREATE INDEX "entry_replaces_id" ON "entry" ("replaces_id");
CREATE INDEX "care_done_entry_id" ON "care_done" ("entry_id");
CREATE INDEX "care_done_machine_id" ON "care_done" ("machine_id");
CREATE INDEX "cleaning_entry_id" ON "cleaning" ("entry_id");
CREATE INDEX "cleaning_machine_id" ON "cleaning" ("machine_id");
CREATE INDEX "closure_entry_id" ON "closure" ("entry_id");
CREATE INDEX "closure_site_id" ON "closure" ("site_id");
CREATE INDEX "counter_reading_entry_id" ON "counter_reading" ("entry_id");
CREATE INDEX "counter_reading_machine_id" ON "counter_reading" ("machine_id");
CREATE INDEX "counter_reading_machine_id_counter_at" ON "counter_reading" ("machine_id",
    "counter",
    "at");
CREATE INDEX "reading_removal_entry_id" ON "reading_removal" ("entry_id");
CREATE INDEX "reading_removal_reading_id" ON "reading_removal" ("reading_id");
CREATE INDEX "counter_restart_entry_id" ON "counter_restart" ("entry_id");
CREATE INDEX "counter_restart_machine_id" ON "counter_restart" ("machine_id");
CREATE INDEX "keeper_version_entry_id" ON "keeper_version" ("entry_id");
CREATE INDEX "keeper_version_keeper_id" ON "keeper_version" ("keeper_id");
CREATE INDEX "limit_version_entry_id" ON "limit_version" ("entry_id");
CREATE INDEX "limit_version_machine_id" ON "limit_version" ("machine_id");
CREATE INDEX "run_entry_id" ON "run" ("entry_id");
CREATE INDEX "run_machine_id" ON "run" ("machine_id");
CREATE INDEX "run_event_run_id" ON "run_event" ("run_id");
CREATE INDEX "run_event_keeper_id" ON "run_event" ("keeper_id");
CREATE INDEX "site_version_entry_id" ON "site_version" ("entry_id");
CREATE INDEX "site_version_site_id" ON "site_version" ("site_id");
CREATE INDEX "machine_version_entry_id" ON "machine_version" ("entry_id");
CREATE INDEX "machine_version_machine_id" ON "machine_version" ("machine_id");
CREATE INDEX "absence_entry_id" ON "absence" ("entry_id");
CREATE INDEX "absence_site_id" ON "absence" ("site_id");
CREATE INDEX "absence_machine_id" ON "absence" ("machine_id");
CREATE INDEX "item_switch_entry_id" ON "item_switch" ("entry_id");
CREATE INDEX "item_switch_machine_id" ON "item_switch" ("machine_id");
CREATE INDEX "part_note_entry_id" ON "part_note" ("entry_id");
CREATE INDEX "part_note_machine_id" ON "part_note" ("machine_id");
CREATE INDEX "setup_version_entry_id" ON "setup_version" ("entry_id");
CREATE INDEX "setup_version_machine_id" ON "setup_version" ("machine_id");
CREATE INDEX "water_test_entry_id" ON "water_test" ("entry_id");
CREATE INDEX "water_test_site_id" ON "water_test" ("site_id");
CREATE INDEX "cartridge_fit_entry_id" ON "cartridge_fit" ("entry_id");
CREATE INDEX "cartridge_fit_machine_id" ON "cartridge_fit" ("machine_id");
CREATE INDEX "bar_reading_entry_id" ON "bar_reading" ("entry_id");
CREATE INDEX "bar_reading_machine_id" ON "bar_reading" ("machine_id");
CREATE INDEX "kind_version_entry_id" ON "kind_version" ("entry_id");
CREATE INDEX "device_event_entry_id" ON "device_event" ("entry_id");
CREATE INDEX "device_event_machine_id" ON "device_event" ("machine_id");
CREATE INDEX "procedure_version_entry_id" ON "procedure_version" ("entry_id");
CREATE INDEX "product_version_entry_id" ON "product_version" ("entry_id");
CREATE INDEX "stock_move_entry_id" ON "stock_move" ("entry_id");
CREATE INDEX "put_off_entry_id" ON "put_off" ("entry_id");
CREATE INDEX "put_off_machine_id" ON "put_off" ("machine_id");
CREATE INDEX "truth_told_entry_id" ON "truth_told" ("entry_id");
CREATE INDEX "truth_told_machine_id" ON "truth_told" ("machine_id");
CREATE INDEX "inspected_entry_id" ON "inspected" ("entry_id");
CREATE INDEX "inspected_machine_id" ON "inspected" ("machine_id");
CREATE INDEX "photo_entry_id" ON "photo" ("entry_id");
CREATE INDEX "photo_machine_id" ON "photo" ("machine_id");
CREATE INDEX "photo_run_id" ON "photo" ("run_id");
CREATE UNIQUE INDEX "photo_file" ON "photo" ("file");
CREATE INDEX "keeper_secret_entry_id" ON "keeper_secret" ("entry_id");
CREATE INDEX "keeper_secret_keeper_id" ON "keeper_secret" ("keeper_id");
CREATE INDEX "panel_sighting_entry_id" ON "panel_sighting" ("entry_id");
CREATE INDEX "panel_sighting_machine_id" ON "panel_sighting" ("machine_id");
CREATE INDEX "cause_tried_entry_id" ON "cause_tried" ("entry_id");
CREATE INDEX "cause_tried_machine_id" ON "cause_tried" ("machine_id");
CREATE UNIQUE INDEX "sign_in_hashed" ON "sign_in" ("hashed");
CREATE INDEX "sign_in_keeper_id" ON "sign_in" ("keeper_id");
CREATE INDEX "sign_in_secret_id" ON "sign_in" ("secret_id");
CREATE UNIQUE INDEX "known_device_keeper_id_hashed" ON "known_device" ("keeper_id", "hashed");
CREATE INDEX "known_device_keeper_id" ON "known_device" ("keeper_id");
CREATE INDEX "failed_try_origin" ON "failed_try" ("origin");
CREATE UNIQUE INDEX "machine_claimed" ON "machine" (site_id, "claimed");
CREATE TRIGGER "claim_machine" AFTER INSERT ON "machine_version" BEGIN
        UPDATE "machine" SET "claimed" = (SELECT CASE WHEN v."retired" THEN NULL ELSE lower(v."name") END FROM "machine_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."machine_id" = "machine"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1) WHERE "id" = NEW."machine_id"; END;
CREATE TRIGGER "claim_undone_machine" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
        UPDATE "machine" SET "claimed" = (SELECT CASE WHEN v."retired" THEN NULL ELSE lower(v."name") END FROM "machine_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."machine_id" = "machine"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1)
        WHERE "id" IN (SELECT "machine_id" FROM "machine_version" WHERE "entry_id" = NEW."id"); END;
CREATE UNIQUE INDEX "keeper_claimed" ON "keeper" ("claimed");
CREATE TRIGGER "claim_keeper" AFTER INSERT ON "keeper_version" BEGIN
        UPDATE "keeper" SET "claimed" = (SELECT CASE WHEN NOT v."active" THEN NULL ELSE lower(v."initials") END FROM "keeper_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."keeper_id" = "keeper"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1) WHERE "id" = NEW."keeper_id"; END;
CREATE TRIGGER "claim_undone_keeper" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
        UPDATE "keeper" SET "claimed" = (SELECT CASE WHEN NOT v."active" THEN NULL ELSE lower(v."initials") END FROM "keeper_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."keeper_id" = "keeper"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1)
        WHERE "id" IN (SELECT "keeper_id" FROM "keeper_version" WHERE "entry_id" = NEW."id"); END;
CREATE UNIQUE INDEX "entry_once" ON "entry" ("once");
CREATE UNIQUE INDEX "run_event_once" ON "run_event" ("once");
CREATE TRIGGER "count_insert_absence" AFTER INSERT ON "absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_absence" AFTER UPDATE ON "absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_absence" AFTER DELETE ON "absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_bar_reading" AFTER INSERT ON "bar_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_bar_reading" AFTER UPDATE ON "bar_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_bar_reading" AFTER DELETE ON "bar_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_care_done" AFTER INSERT ON "care_done" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_care_done" AFTER UPDATE ON "care_done" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_care_done" AFTER DELETE ON "care_done" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_cartridge_fit" AFTER INSERT ON "cartridge_fit" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_cartridge_fit" AFTER UPDATE ON "cartridge_fit" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_cartridge_fit" AFTER DELETE ON "cartridge_fit" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_cause_tried" AFTER INSERT ON "cause_tried" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_cause_tried" AFTER UPDATE ON "cause_tried" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_cause_tried" AFTER DELETE ON "cause_tried" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_cleaning" AFTER INSERT ON "cleaning" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_cleaning" AFTER UPDATE ON "cleaning" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_cleaning" AFTER DELETE ON "cleaning" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_closure" AFTER INSERT ON "closure" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_closure" AFTER UPDATE ON "closure" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_closure" AFTER DELETE ON "closure" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_counter_reading" AFTER INSERT ON "counter_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_counter_reading" AFTER UPDATE ON "counter_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_counter_reading" AFTER DELETE ON "counter_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_counter_restart" AFTER INSERT ON "counter_restart" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_counter_restart" AFTER UPDATE ON "counter_restart" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_counter_restart" AFTER DELETE ON "counter_restart" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_device_event" AFTER INSERT ON "device_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_device_event" AFTER UPDATE ON "device_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_device_event" AFTER DELETE ON "device_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_entry" AFTER INSERT ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_entry" AFTER UPDATE ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_entry" AFTER DELETE ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_inspected" AFTER INSERT ON "inspected" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_inspected" AFTER UPDATE ON "inspected" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_inspected" AFTER DELETE ON "inspected" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_item_switch" AFTER INSERT ON "item_switch" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_item_switch" AFTER UPDATE ON "item_switch" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_item_switch" AFTER DELETE ON "item_switch" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_keeper" AFTER INSERT ON "keeper" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper" AFTER UPDATE ON "keeper" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper" AFTER DELETE ON "keeper" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_keeper_secret" AFTER INSERT ON "keeper_secret" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper_secret" AFTER UPDATE ON "keeper_secret" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper_secret" AFTER DELETE ON "keeper_secret" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_keeper_version" AFTER INSERT ON "keeper_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper_version" AFTER UPDATE ON "keeper_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper_version" AFTER DELETE ON "keeper_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_kind_version" AFTER INSERT ON "kind_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_kind_version" AFTER UPDATE ON "kind_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_kind_version" AFTER DELETE ON "kind_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_limit_version" AFTER INSERT ON "limit_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_limit_version" AFTER UPDATE ON "limit_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_limit_version" AFTER DELETE ON "limit_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_machine" AFTER INSERT ON "machine" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_machine" AFTER UPDATE ON "machine" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_machine" AFTER DELETE ON "machine" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_machine_version" AFTER INSERT ON "machine_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_machine_version" AFTER UPDATE ON "machine_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_machine_version" AFTER DELETE ON "machine_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_panel_sighting" AFTER INSERT ON "panel_sighting" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_panel_sighting" AFTER UPDATE ON "panel_sighting" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_panel_sighting" AFTER DELETE ON "panel_sighting" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_part_note" AFTER INSERT ON "part_note" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_part_note" AFTER UPDATE ON "part_note" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_part_note" AFTER DELETE ON "part_note" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_photo" AFTER INSERT ON "photo" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_photo" AFTER UPDATE ON "photo" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_photo" AFTER DELETE ON "photo" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_procedure_version" AFTER INSERT ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_procedure_version" AFTER UPDATE ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_procedure_version" AFTER DELETE ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_product_version" AFTER INSERT ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_product_version" AFTER UPDATE ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_product_version" AFTER DELETE ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_put_off" AFTER INSERT ON "put_off" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_put_off" AFTER UPDATE ON "put_off" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_put_off" AFTER DELETE ON "put_off" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_reading_removal" AFTER INSERT ON "reading_removal" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_reading_removal" AFTER UPDATE ON "reading_removal" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_reading_removal" AFTER DELETE ON "reading_removal" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_run" AFTER INSERT ON "run" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_run" AFTER UPDATE ON "run" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_run" AFTER DELETE ON "run" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_run_event" AFTER INSERT ON "run_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM run WHERE id = NEW.run_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_run_event" AFTER UPDATE ON "run_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM run WHERE id = NEW.run_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_run_event" AFTER DELETE ON "run_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM run WHERE id = OLD.run_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_setup_version" AFTER INSERT ON "setup_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_setup_version" AFTER UPDATE ON "setup_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_setup_version" AFTER DELETE ON "setup_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_site" AFTER INSERT ON "site" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_site" AFTER UPDATE ON "site" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_site" AFTER DELETE ON "site" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NULL, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_site_version" AFTER INSERT ON "site_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_site_version" AFTER UPDATE ON "site_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_site_version" AFTER DELETE ON "site_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_stock_move" AFTER INSERT ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_stock_move" AFTER UPDATE ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_stock_move" AFTER DELETE ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_truth_told" AFTER INSERT ON "truth_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_truth_told" AFTER UPDATE ON "truth_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(NEW.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_truth_told" AFTER DELETE ON "truth_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE(OLD.machine_id, 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_water_test" AFTER INSERT ON "water_test" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_water_test" AFTER UPDATE ON "water_test" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_water_test" AFTER DELETE ON "water_test" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) VALUES (COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1) ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
COMMIT;
