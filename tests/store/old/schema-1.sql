BEGIN TRANSACTION;
CREATE TABLE "care_done" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT,
    "value" INTEGER,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    CHECK (at IS NOT NULL OR value IS NOT NULL));
INSERT INTO "care_done" VALUES(1,15,3,'brew-tablet','2026-10-06T05:30:00Z',NULL);
INSERT INTO "care_done" VALUES(2,16,3,'group-rinse','2026-10-07T05:18:00Z',NULL);
INSERT INTO "care_done" VALUES(7,21,3,'group-rinse','2026-10-14T05:02:00Z',NULL);
INSERT INTO "care_done" VALUES(11,25,3,'brew-tablet','2026-10-19T05:45:00Z',NULL);
INSERT INTO "care_done" VALUES(13,27,3,'group-rinse','2026-10-21T05:17:00Z',NULL);
INSERT INTO "care_done" VALUES(18,32,3,'group-rinse','2026-10-28T06:18:00Z',NULL);
INSERT INTO "care_done" VALUES(23,37,3,'brew-tablet','2026-11-02T06:36:00Z',NULL);
INSERT INTO "care_done" VALUES(25,39,3,'group-rinse','2026-11-04T06:00:00Z',NULL);
INSERT INTO "care_done" VALUES(31,60,3,'group-rinse','2026-11-13T06:09:20Z',NULL);
INSERT INTO "care_done" VALUES(32,61,3,'brew-tablet','2026-11-13T06:45:30Z',NULL);
CREATE TABLE "cleaning" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "drinks" INTEGER NOT NULL CHECK (drinks > 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "cleaning" VALUES(3,61,3,'drinks','2026-11-13T06:45:30Z',1);
CREATE TABLE "closure" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    CHECK ("last" >= "first"));
INSERT INTO "closure" VALUES(1,4,1,'2026-12-10','2026-12-12','Kiln relining, everybody off');
CREATE TABLE "counter_reading" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "value" INTEGER NOT NULL CHECK (value >= 0),
    "source" VARCHAR(255) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "counter_reading" VALUES(3,7,3,'drinks','2026-09-29T05:12:00Z',12250,'start');
INSERT INTO "counter_reading" VALUES(28,12,3,'drinks','2026-10-02T04:36:00Z',12318,'csv');
INSERT INTO "counter_reading" VALUES(29,12,3,'drinks','2026-10-06T04:40:00Z',12397,'csv');
INSERT INTO "counter_reading" VALUES(30,12,3,'drinks','2026-10-08T04:58:00Z',12470,'csv');
INSERT INTO "counter_reading" VALUES(31,12,3,'drinks','2026-10-13T04:45:00Z',12597,'csv');
INSERT INTO "counter_reading" VALUES(32,12,3,'drinks','2026-10-15T04:47:00Z',12659,'csv');
INSERT INTO "counter_reading" VALUES(33,12,3,'drinks','2026-10-20T04:40:00Z',12771,'csv');
INSERT INTO "counter_reading" VALUES(34,12,3,'drinks','2026-10-23T04:56:00Z',12867,'csv');
INSERT INTO "counter_reading" VALUES(35,12,3,'drinks','2026-10-27T05:48:00Z',12947,'csv');
INSERT INTO "counter_reading" VALUES(36,12,3,'drinks','2026-10-29T05:52:00Z',13018,'csv');
INSERT INTO "counter_reading" VALUES(37,12,3,'drinks','2026-11-03T05:35:00Z',13137,'csv');
INSERT INTO "counter_reading" VALUES(38,12,3,'drinks','2026-11-05T05:46:00Z',13216,'csv');
INSERT INTO "counter_reading" VALUES(62,42,3,'drinks','2026-11-10T05:37:00Z',13330,'typed');
INSERT INTO "counter_reading" VALUES(72,52,3,'drinks','2026-11-11T05:56:00Z',13365,'typed');
INSERT INTO "counter_reading" VALUES(75,55,3,'drinks','2026-11-13T05:35:00Z',13452,'typed');
INSERT INTO "counter_reading" VALUES(80,60,3,'drinks','2026-11-13T06:09:20Z',13453,'run');
INSERT INTO "counter_reading" VALUES(81,61,3,'drinks','2026-11-13T06:45:30Z',13453,'run');
INSERT INTO "counter_reading" VALUES(84,64,3,'drinks','2026-11-16T05:56:00Z',13487,'typed');
INSERT INTO "counter_reading" VALUES(90,70,3,'drinks','2026-11-18T05:43:00Z',13562,'typed');
INSERT INTO "counter_reading" VALUES(97,77,3,'drinks','2026-11-19T05:42:00Z',13607,'typed');
INSERT INTO "counter_reading" VALUES(103,83,3,'drinks','2026-11-20T05:48:00Z',13640,'typed');
INSERT INTO "counter_reading" VALUES(110,90,3,'drinks','2026-11-23T05:53:00Z',13681,'typed');
INSERT INTO "counter_reading" VALUES(113,93,3,'drinks','2026-11-24T05:47:00Z',13710,'typed');
CREATE TABLE "counter_restart" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "before" INTEGER,
    "after" INTEGER NOT NULL CHECK (after >= 0),
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
    "replaces_id" INTEGER,
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("undone_by_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("replaces_id") REFERENCES "entry" ("id"));
INSERT INTO "entry" VALUES(1,'site',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Kilnside Tileworks set up','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(2,'keeper',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Ada Brook (AB) added','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(3,'keeper',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Jonas Reed (JR) added','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(4,'closure',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Closed Thu 10 Dec 2026 to Sat 12 Dec 2026: Kiln relining, everybody off','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(7,'machine',3,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',1,'Packing Hall added','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(12,'import',3,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'11 readings taken in from a file','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(15,'done',3,'2026-10-06T05:30:00Z','2026-10-06T05:30:00Z',2,'Brew-group tablet written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(16,'done',3,'2026-10-07T05:18:00Z','2026-10-07T05:18:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(21,'done',3,'2026-10-14T05:02:00Z','2026-10-14T05:02:00Z',2,'Brew-group rinse written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(25,'done',3,'2026-10-19T05:45:00Z','2026-10-19T05:45:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(27,'done',3,'2026-10-21T05:17:00Z','2026-10-21T05:17:00Z',2,'Brew-group rinse written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(32,'done',3,'2026-10-28T06:18:00Z','2026-10-28T06:18:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(37,'done',3,'2026-11-02T06:36:00Z','2026-11-02T06:36:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(39,'done',3,'2026-11-04T06:00:00Z','2026-11-04T06:00:00Z',2,'Brew-group rinse written down','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(42,'reading',3,'2026-11-10T05:37:00Z','2026-11-10T05:37:00Z',2,'Counter 13 330','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(52,'reading',3,'2026-11-11T05:56:00Z','2026-11-11T05:56:00Z',1,'Counter 13 365','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(55,'reading',3,'2026-11-13T05:35:00Z','2026-11-13T05:35:00Z',1,'Counter 13 452','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(60,'run',3,'2026-11-13T06:00:00Z','2026-11-13T06:00:00Z',2,'Brew-group rinse','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(61,'run',3,'2026-11-13T06:25:00Z','2026-11-13T06:25:00Z',1,'Brew-group tablet','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(64,'reading',3,'2026-11-16T05:56:00Z','2026-11-16T05:56:00Z',1,'Counter 13 487','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(70,'reading',3,'2026-11-18T05:43:00Z','2026-11-18T05:43:00Z',1,'Counter 13 562','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(77,'reading',3,'2026-11-19T05:42:00Z','2026-11-19T05:42:00Z',1,'Counter 13 607','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(83,'reading',3,'2026-11-20T05:48:00Z','2026-11-20T05:48:00Z',1,'Counter 13 640','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(90,'reading',3,'2026-11-23T05:53:00Z','2026-11-23T05:53:00Z',2,'Counter 13 681','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(93,'reading',3,'2026-11-24T05:47:00Z','2026-11-24T05:47:00Z',2,'Counter 13 710','',NULL,NULL,NULL);
CREATE TABLE "keeper" ("id" INTEGER NOT NULL PRIMARY KEY);
INSERT INTO "keeper" VALUES(1);
INSERT INTO "keeper" VALUES(2);
CREATE TABLE "keeper_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "name" VARCHAR(80) NOT NULL,
    "initials" VARCHAR(6) NOT NULL,
    "active" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "keeper_version" VALUES(1,2,1,'Ada Brook','AB',1);
INSERT INTO "keeper_version" VALUES(2,3,2,'Jonas Reed','JR',1);
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
    "site_id" INTEGER NOT NULL,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "machine" VALUES(3,1);
CREATE TABLE "machine_version" ("id" INTEGER NOT NULL PRIMARY KEY, "entry_id" INTEGER NOT NULL, "machine_id" INTEGER NOT NULL, "name" VARCHAR(60) NOT NULL, "kind" VARCHAR(60) NOT NULL, "place" VARCHAR(80) NOT NULL, "guess_per_day" REAL CHECK (guess_per_day >= 0), "retired" INTEGER NOT NULL, FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"), FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "machine_version" VALUES(3,7,3,'Packing Hall','removable-tabletop','hall 2',NULL,0);
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
    "begun_at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "run" VALUES(6,61,3,'brew-tablet','{"key":"brew-tablet","title":"Brew-group tablet","circuit":"brew","steps":[{"kind":"do","title":"Empty the tray and the drawer","text":"Take the drip tray out level, with two hands, and empty it. Empty the grounds drawer. Push both home, even if they were empty already.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"A full tray is hot and slippery. Two hands.","mistake":"","why":"The programme fills the tray, and a machine that was not shown an empty tray stops in the middle to ask for it.","cleaner":"","when":[]},{"kind":"pour","title":"Fill the tank to the mark","text":"Rinse the tank, fill it with fresh water and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"The programme needs more water than a drink; running dry in the middle leaves cleaner inside.","cleaner":"","when":["not plumbed"]},{"kind":"do","title":"Put a jug under the coffee outlet","text":"At least 1 L. Set the outlet low enough not to splash.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"","why":"","cleaner":"","when":[]},{"kind":"do","title":"Start the cleaning programme","text":"Hold the rinse button for five seconds, until its lamp flashes.","circuit":"body","part":"panel","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"The short rinse is not the cleaning programme. If it is over within a minute, it was the rinse.","why":"","cleaner":"","when":[]},{"kind":"check","title":"Does the machine ask for the tablet?","text":"The rinse lamp flashes twice as fast and the pump is silent.","circuit":"body","part":"panel","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, it asks","on_no":"Wait for it. Thrown in early, the tablet is washed away before it can work.","caution":"","mistake":"Not yet. Only when the machine asks.","why":"","cleaner":"","when":[]},{"kind":"do","title":"One tablet, into the powder funnel","text":"Lid open, tablet in, lid shut. Press the rinse button once.","circuit":"brew","part":"funnel","pose":"tablet-in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Dry fingers. One tablet only, and no water into the funnel.","mistake":"","why":"","cleaner":"in","when":["tablet-funnel"]},{"kind":"machine","title":"The machine soaks and flushes. Leave it alone.","text":"Minutes of silence between bursts are normal, and its own countdown may jump.","circuit":"brew","part":"group","pose":"jug-under","duration":{"low_s":420,"likely_s":600,"high_s":840},"duration_name":"programme","over_when":"The rinse lamp goes out and the heater lamp is steady.","done_label":"It is over","on_no":"","caution":"Do not switch off and do not open it while it works. For a leak, smoke or sparks, pull the main switch at once.","mistake":"","why":"The tablet needs its time to loosen the oils; cut short, it stays in the group.","cleaner":"","when":[]},{"kind":"tip out","title":"Tip out the jug, the tray and the drawer","text":"What is in them holds cleaner. Pour it down the sink and rinse jug, tray and drawer.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Hot. Two hands for the tray.","mistake":"","why":"","cleaner":"","when":[]},{"kind":"do","title":"Draw one coffee and throw it away","text":"It carries the last traces off. Look at it, smell it, pour it down the sink.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Thrown away","on_no":"","caution":"","mistake":"","why":"It counts on the machine''s counter; the book takes it off again.","cleaner":"out","when":[]}],"needs":[{"amount":"1","thing":"brew-group cleaning tablet"},{"amount":"1","thing":"jug, 1 L"},{"amount":"1","thing":"lint-free cloth"}],"cautions":["Hot water and steam leave the outlets while the programme runs. Keep hands away and let hot parts cool.","The tablet is an alkaline, oxidising cleaner. Keep it off skin and eyes and away from children, and never let it meet an acid, a descaler or anything chlorinated.","No drinks until the last step is done.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":1,"afterwards":"Wipe the spouts and put the machine back into service."}','2026-11-13T06:25:00Z');
CREATE TABLE "run_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "run_id" INTEGER NOT NULL,
    "kind" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "step" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL,
    FOREIGN KEY ("run_id") REFERENCES "run" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "run_event" VALUES(50,6,'advance','2026-11-13T06:26:10Z',0,1,'');
INSERT INTO "run_event" VALUES(51,6,'advance','2026-11-13T06:27:20Z',1,1,'');
INSERT INTO "run_event" VALUES(52,6,'advance','2026-11-13T06:28:30Z',2,1,'');
INSERT INTO "run_event" VALUES(53,6,'advance','2026-11-13T06:29:40Z',3,1,'');
INSERT INTO "run_event" VALUES(54,6,'advance','2026-11-13T06:30:50Z',4,1,'');
INSERT INTO "run_event" VALUES(55,6,'advance','2026-11-13T06:32:00Z',5,1,'');
INSERT INTO "run_event" VALUES(56,6,'advance','2026-11-13T06:43:10Z',6,1,'');
INSERT INTO "run_event" VALUES(57,6,'advance','2026-11-13T06:44:20Z',7,1,'');
INSERT INTO "run_event" VALUES(58,6,'advance','2026-11-13T06:45:30Z',8,1,'');
INSERT INTO "run_event" VALUES(59,6,'finish','2026-11-13T06:45:30Z',9,1,'');
CREATE TABLE "schema_migration" ("id" INTEGER NOT NULL PRIMARY KEY, "name" VARCHAR(255) NOT NULL, "applied" DATETIME NOT NULL);
INSERT INTO "schema_migration" VALUES(1,'0001_first','2026-11-24 06:00:00');
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
INSERT INTO "site_version" VALUES(1,1,1,'Kilnside Tileworks','Europe/Berlin','[[390,1080],[390,1080],[390,1080],[390,1080],[390,1080],null,null]');
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
COMMIT;
