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
CREATE TABLE "announced_plan" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "made_at" TEXT NOT NULL,
    "rests_on" TEXT NOT NULL,
    "visits" TEXT NOT NULL,
    "moved" TEXT NOT NULL, "weight" REAL NOT NULL DEFAULT 0, "least" REAL NOT NULL DEFAULT 0, "asked" VARCHAR(64) NOT NULL DEFAULT '',
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "announced_plan" VALUES(1,1,'2026-11-11T07:00:00Z','92 2026-11-11','[[1,"group-rinse","2026-11-12T17:00:00+01:00"],[1,"group-rinse","2026-11-19T17:00:00+01:00"],[1,"group-rinse","2026-11-26T17:00:00+01:00"],[1,"group-rinse","2026-12-03T17:00:00+01:00"]]','[]',0.0,0.0,'');
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
    "value" INTEGER, "seq" INTEGER NOT NULL DEFAULT 0, "settled" TEXT, "start" VARCHAR(20) NOT NULL DEFAULT 'done',
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    CHECK (at IS NOT NULL OR value IS NOT NULL));
INSERT INTO "care_done" VALUES(1,11,1,'descale','2026-11-08T07:33:30Z',NULL,52,'[]','done');
INSERT INTO "care_done" VALUES(2,11,1,'drip-tray','2026-11-08T07:33:30Z',NULL,52,'[]','done');
INSERT INTO "care_done" VALUES(3,11,1,'grounds-drawer','2026-11-08T07:33:30Z',NULL,52,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(4,11,1,'tank-rinse','2026-11-08T07:33:30Z',NULL,52,'[]','done');
CREATE TABLE "cartridge_fit" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    "capacity_dh_l" REAL CHECK (capacity_dh_l > 0),
    "bypass" REAL NOT NULL,
    "residual_dh" REAL NOT NULL,
    "resin" VARCHAR(255) NOT NULL,
    "months" INTEGER NOT NULL, "as_before" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
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
INSERT INTO "change" VALUES(-1,102);
INSERT INTO "change" VALUES(0,29);
INSERT INTO "change" VALUES(1,55);
INSERT INTO "change" VALUES(2,10);
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
INSERT INTO "counter_reading" VALUES(1,3,1,'drinks','2026-11-02T07:00:00Z',1200,'start',11);
INSERT INTO "counter_reading" VALUES(2,6,1,'drinks','2026-11-03T07:00:00Z',1220,'typed',19);
INSERT INTO "counter_reading" VALUES(3,7,1,'drinks','2026-11-04T07:00:00Z',1240,'typed',21);
INSERT INTO "counter_reading" VALUES(4,8,1,'drinks','2026-11-05T07:00:00Z',1260,'typed',23);
INSERT INTO "counter_reading" VALUES(5,9,1,'drinks','2026-11-06T07:00:00Z',1280,'typed',25);
INSERT INTO "counter_reading" VALUES(6,10,1,'drinks','2026-11-07T07:00:00Z',1300,'typed',27);
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
INSERT INTO "entry" VALUES(1,'site',NULL,'2026-11-02T07:00:00Z','2026-11-02T07:00:00Z',NULL,'Works set up','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(2,'keeper',NULL,'2026-11-02T07:00:00Z','2026-11-02T07:00:00Z',NULL,'Ada Keeper (AK) added','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(3,'machine',1,'2026-11-02T07:00:00Z','2026-11-02T07:00:00Z',1,'First added','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(4,'machine',2,'2026-11-02T07:00:00Z','2026-11-02T07:00:00Z',1,'Second added','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(5,'kind',NULL,'2026-11-02T07:00:00Z','2026-11-02T07:00:00Z',1,'Kind “Narrow machine with a milk jug” written','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(6,'reading',1,'2026-11-03T07:00:00Z','2026-11-03T07:00:00Z',1,'Counter 1 220','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(7,'reading',1,'2026-11-04T07:00:00Z','2026-11-04T07:00:00Z',1,'Counter 1 240','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(8,'reading',1,'2026-11-05T07:00:00Z','2026-11-05T07:00:00Z',1,'Counter 1 260','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(9,'reading',1,'2026-11-06T07:00:00Z','2026-11-06T07:00:00Z',1,'Counter 1 280','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(10,'reading',1,'2026-11-07T07:00:00Z','2026-11-07T07:00:00Z',1,'Counter 1 300','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(11,'run',1,'2026-11-08T07:00:00Z','2026-11-08T07:00:00Z',1,'Descale','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(12,'run',1,'2026-11-09T07:00:00Z','2026-11-09T07:00:00Z',1,'Brew-group tablet','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(13,'run',2,'2026-11-09T07:00:00Z','2026-11-09T07:00:00Z',1,'Descale','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(14,'told',1,'2026-11-10T07:00:00Z','2026-11-10T07:00:00Z',1,'Descale: 7 calls, as this machine does it','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(15,'told',1,'2026-11-10T07:00:00Z','2026-11-10T07:00:00Z',1,'Short rinse changed','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(16,'keeper',NULL,'2026-11-11T07:00:00Z','2026-11-11T07:00:00Z',1,'Bea Second (BS) added','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(17,'hours',NULL,'2026-11-11T07:00:00Z','2026-11-11T07:00:00Z',1,'Hours for the machines, Ada Keeper: Monday, Wednesday, Friday 07:00 to 08:00','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(18,'hours',NULL,'2026-11-11T07:00:00Z','2026-11-11T07:00:00Z',1,'Hours for the machines, anybody: Tuesday, Thursday 17:00 to 18:00','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(19,'ways',NULL,'2026-11-11T07:00:00Z','2026-11-11T07:00:00Z',1,'How far it is between the machines changed','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(20,'keeper away',NULL,'2026-11-11T07:00:00Z','2026-11-11T07:00:00Z',1,'Ada Keeper is away Tue 1 Dec 2026 to Fri 4 Dec 2026; Bea Second stands in','Leave',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(21,'feed',NULL,'2026-11-11T07:00:00Z','2026-11-11T07:00:00Z',1,'New address of the calendar of Ada Keeper','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(22,'round',NULL,'2026-11-11T07:00:00Z','2026-11-11T07:00:00Z',1,'Round until 09:00','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(23,'mail',NULL,'2026-11-11T08:00:00Z','2026-11-11T08:00:00Z',NULL,'Mail is caught here','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(24,'mail',NULL,'2026-11-11T08:00:00Z','2026-11-11T08:00:00Z',NULL,'Mail to Ada Keeper: each morning at 06:00, at once, each week','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(25,'stock',NULL,'2026-11-11T08:00:00Z','2026-11-11T08:00:00Z',NULL,'Brew-group tablets: 30 tablets ordered, expected Sun 15 Nov 2026','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(26,'plan',NULL,'2026-11-11T08:00:00Z','2026-11-11T08:00:00Z',NULL,'Plan: 15 % risk','',NULL,NULL,NULL,NULL);
CREATE TABLE "failed_try" ("id" INTEGER NOT NULL PRIMARY KEY,
    "account" VARCHAR(255) NOT NULL,
    "origin" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL);
CREATE TABLE "feed_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "kind" VARCHAR(20) NOT NULL,
    "hashed" VARCHAR(64) NOT NULL,
    "alarm_minutes" INTEGER NOT NULL CHECK (alarm_minutes >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "feed_version" VALUES(1,21,1,1,'calendar','59fec72ed21dc901cf27d76e4d961f5b0da570f0bef63bbf42ac7f8d254ca142',15);
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
INSERT INTO "keeper" VALUES(1,'ak');
INSERT INTO "keeper" VALUES(2,'bs');
CREATE TABLE "keeper_absence" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "stand_in_id" INTEGER,
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    CHECK ("last" >= "first"),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("stand_in_id") REFERENCES "keeper" ("id"));
INSERT INTO "keeper_absence" VALUES(1,20,1,1,2,'2026-12-01','2026-12-04','Leave');
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
INSERT INTO "keeper_version" VALUES(1,2,1,'Ada Keeper','AK',1);
INSERT INTO "keeper_version" VALUES(2,16,2,'Bea Second','BS',1);
CREATE TABLE "kind_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "key" VARCHAR(255) NOT NULL,
    "text" TEXT NOT NULL,
    "deleted" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "kind_version" VALUES(1,5,'jug-compact-2','key: jug-compact-2
title: Narrow machine with a milk jug
blurb: A slim machine with a clip-on milk jug and a text display. Tank out first, then the door, then the group on its slide.
look: {width: 164, height: 304, corner: 40, crown: dome, tank: back, panel: text, milk: jug, group: removable, stand: skirt, lamps: 3}
parts:
  hopper: {label: Bean hopper, circuit: body}
  grinder: {label: Grinder, circuit: brew}
  group: {label: Brew group, circuit: brew, removable: true, note: Lukewarm water only.}
  boiler: {label: Heater, circuit: water}
  pump: {label: Pump, circuit: water}
  tank: {label: Water tank, circuit: water, removable: true, tolerates: [soap, dishwasher]}
  filter: {label: Filter cartridge, circuit: water, removable: true}
  outlet: {label: Coffee outlet, circuit: brew, tolerates: [soap]}
  jug: {label: Milk jug, circuit: milk, removable: true, tolerates: [soap, dishwasher], made_of: {lid: [dishwasher], spout: [soak, dishwasher], tube: [soak], orifice: [wipe only]}}
  drawer: {label: Grounds drawer, circuit: waste, removable: true, tolerates: [soap]}
  tray: {label: Drip tray, circuit: waste, removable: true, tolerates: [soap, dishwasher]}
  float: {label: Float, circuit: waste}
  door: {label: Back door, circuit: body}
  panel: {label: Text display, circuit: body}
capacities: {tank_ml: 1500, tray_ml: 500, drawer_pucks: 10}
counters: [drinks, milk]
traits: [removable-group, tank-out-first, menu]
products: {descaler: descaler-sachets, milk-cleaner: milk-liquid}
words:
  second_outlet: the milk jug’s spout
  start_milk_rinse: Press Clean on the milk jug once.
  short_rinse: "Press menu, turn to Rinse, press to confirm."
  jug: 1 L
  release: Door open, push the slide up, and pull.
  refit: Slide up, hook up, marks in line.
drinks:
  - {name: Espresso, water_ml: 40, share: 0.25}
  - {name: Long coffee, water_ml: 120, share: 0.3}
  - {name: Milk coffee, water_ml: 45, share: 0.45, milk: true}
rinses: {on_ml: 60, off_ml: 60}
bars: {brew-tablet: Care bar on the start page}
programmes:
  tablet:
    calls:
      - {call: press, how: "Press menu, turn to Group cleaning, press to confirm."}
      - {call: tank-out, says: The display asks for a tablet and waits.}
      - door-open
      - {call: tablet, place: the small basket on top of the group}
      - door-shut
      - tank-in
      - {call: confirm, how: Press to confirm.}
      - {call: works, minutes: [8, 11, 15], over: The display thanks you and shows the drinks., gives: {coffee: {ml: 700, bursts: 8}}}
  milk-wash:
    calls:
      - {call: milk-mix, role: milk-cleaner, ml: 250}
      - {call: press, how: "Press Clean on the milk jug for three seconds."}
      - {call: works, title: It draws and flushes, minutes: [2, 4, 7], over: The display asks for water., gives: {milk: {ml: 250, bursts: 5}}}
      - tip-out
      - {call: milk-water, ml: 250}
      - {call: works, title: It rinses, minutes: [1, 3, 6], over: The display shows the drinks., gives: {milk: {ml: 250, bursts: 5}}}
  descale:
    calls:
      - {call: tank-mix, role: descaler, ml: 1500}
      - {call: press, how: "Press menu, turn to Descaling, press to confirm."}
      - {call: works, minutes: [10, 18, 30], over: The display asks for fresh water., gives: {coffee: {ml: 800, bursts: 6}, milk: {ml: 650, bursts: 6}}}
      - tip-out
      - tank-emptied
      - {call: tank-water, ml: 1500}
      - {call: works, title: It rinses, minutes: [4, 6, 10], over: The display thanks you and shows the drinks., gives: {coffee: {ml: 750, bursts: 5}, milk: {ml: 650, bursts: 5}}}
  combined:
    calls:
      - {call: press, how: "Press menu, turn to Clean and descale, press to confirm."}
      - {call: tank-out, says: The display asks for a tablet and waits.}
      - door-open
      - {call: tablet, place: the small basket on top of the group}
      - door-shut
      - tank-in
      - {call: tank-mix, says: The display asks for the mix., role: descaler, ml: 1500}
      - {call: confirm, how: Press to confirm.}
      - {call: works, title: It cleans and descales, minutes: [18, 24, 35], over: The display asks for fresh water., gives: {coffee: {ml: 800, bursts: 6}, milk: {ml: 650, bursts: 6}}}
      - tip-out
      - tank-emptied
      - {call: tank-water, ml: 1500}
      - {call: works, title: It rinses both, minutes: [4, 6, 10], over: The display thanks you and shows the drinks., gives: {coffee: {ml: 750, bursts: 5}, milk: {ml: 650, bursts: 5}}}
items:
  brew-tablet: {like: brew-tablet, triggers: [{prompt: true}, {drinks: 150}]}
  group-rinse: {like: group-rinse}
  grease: {like: grease}
  group-strip-down: {like: group-strip-down}
  inside: {like: inside, part: door}
  outlets: {like: outlets}
  milk-rinse: {like: milk-rinse, part: jug}
  milk-jug-wash: {like: milk-jug-wash, settles: [milk-rinse]}
  milk-wash: {like: milk-wash, part: jug, triggers: [{days: 7, while_away: false}, {milk: 120}]}
  milk-strip-down: {like: milk-strip-down, part: jug, procedure: jug-strip-down, settles: [milk-jug-wash, milk-rinse]}
  grounds-drawer: {like: grounds-drawer}
  drip-tray: {like: drip-tray}
  hoppers: {like: hoppers}
  tank-rinse: {like: tank-rinse}
  tank-wash: {like: tank-wash}
  filter-change: {like: filter-change}
  descale: {like: descale}
  combined: {like: combined}
  wipe-down: {like: wipe-down}
  leaving: {like: leaving, part: jug}
  return: {like: return}
  storage-emptying: {like: storage-emptying}
cartridge: {capacity_dh_l: 700}
hardness:
  where: Menu, Settings, Water, then the step.
  levels: [{level: "1", up_to_dh: 7}, {level: "2", up_to_dh: 14}, {level: "3", up_to_dh: 21}, {level: "4"}]
access:
  - {what: Both counters, how: "Menu, Information: drinks in all, and milk drinks."}
panel:
  lamps:
    ready: {label: Ready, colours: [green], sign: ready}
    care: {label: Care, colours: [amber], sign: care}
    attention: {label: Attention, colours: [red], sign: attention}
  messages:
    - {says: Fill the tank}
    - {says: Empty the drawer}
    - {says: Clean the group, asks_for: brew-tablet, force: can be put off}
    - {says: Descale now, asks_for: descale, force: urgent}
    - {says: Clean and descale, asks_for: combined, force: can be put off}
  patterns:
    - {message: Fill the tank, means: Fill the tank, sort: refill, part: tank, causes: [tank-empty, tank-not-home, refill-not-confirmed, float-stuck]}
    - {message: Empty the drawer, means: Empty the drawer, sort: empty, part: drawer, force: no drinks until done, causes: [drawer-full, drawer-clock, drawer-unseen, drawer-not-home]}
    - {message: Clean the group, means: Brew-group tablet, sort: care asked for, asks_for: brew-tablet, force: can be put off, causes: [tablet-asked, short-instead-of-long]}
    - {message: Descale now, means: Descale, sort: care asked for, asks_for: descale, force: urgent, causes: [descale-asked, hardness-set-wrong]}
    - {lamps: {care: steady}, means: Some care is due, sort: care asked for, force: information, causes: [tablet-asked, descale-asked, milk-asked]}
    - {lamps: {ready: steady}, means: Ready, sort: information}
    - {lamps: {ready: flashing}, means: It heats up, sort: information, causes: [heater-cold]}
    - {lamps: {attention: steady}, means: "Door, group or tray", sort: part missing, part: group, causes: [door-open, group-not-home, drawer-not-home]}
    - {lamps: {attention: flashing}, means: Too little water comes through, sort: fault, part: pump, causes: [filter-badly-seated, grind-too-fine, air-in-pump, scaled-up, electronics]}
',0);
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
INSERT INTO "machine" VALUES(1,1,'first');
INSERT INTO "machine" VALUES(2,1,'second');
CREATE TABLE "machine_version" ("id" INTEGER NOT NULL PRIMARY KEY, "entry_id" INTEGER NOT NULL, "machine_id" INTEGER NOT NULL, "name" VARCHAR(60) NOT NULL, "kind" VARCHAR(60) NOT NULL, "place" VARCHAR(80) NOT NULL, "guess_per_day" REAL CHECK (guess_per_day >= 0), "retired" INTEGER NOT NULL, "serial" VARCHAR(40) NOT NULL, FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"), FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "machine_version" VALUES(1,3,1,'First','jug-compact','',20.0,0,'');
INSERT INTO "machine_version" VALUES(2,4,2,'Second','dial-steamer','',NULL,0,'');
CREATE TABLE "mail_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "way" VARCHAR(20) NOT NULL,
    "host" VARCHAR(200) NOT NULL,
    "port" INTEGER NOT NULL CHECK (port BETWEEN 0 AND 65535),
    "security" VARCHAR(20) NOT NULL,
    "user" VARCHAR(200) NOT NULL,
    "sender" VARCHAR(200) NOT NULL,
    "address" VARCHAR(200) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "mail_version" VALUES(1,23,1,'catcher','',587,'starttls','','','');
CREATE TABLE "manual_page" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "title" VARCHAR(120) NOT NULL,
    "file" VARCHAR(255) NOT NULL,
    "bytes" INTEGER NOT NULL CHECK (bytes > 0),
    "width" INTEGER NOT NULL,
    "height" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "outgoing" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER,
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
    "problem" TEXT NOT NULL,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
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
CREATE TABLE "plan_pin" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(60) NOT NULL,
    "start" TEXT NOT NULL,
    "held" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "plan_wish" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "risk" REAL NOT NULL CHECK (risk > 0 AND risk < 1),
    "worth" REAL NOT NULL CHECK (worth BETWEEN 0 AND 1),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "plan_wish" VALUES(1,26,1,0.15,0.6);
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
    "deleted" INTEGER NOT NULL, "least_ml" REAL CHECK (least_ml > 0), "most_ml" REAL CHECK (most_ml > 0), "also" VARCHAR(200) NOT NULL DEFAULT '',
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
CREATE TABLE "programme_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "programme" VARCHAR(60) NOT NULL,
    "telling" VARCHAR(20) NOT NULL,
    "place" TEXT,
    "calls" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "programme_told" VALUES(1,14,1,'descale','whole',NULL,'[{"call":"tank-mix","ml":1500,"role":"descaler"},{"call":"press","how":"Press menu, turn to Descaling, press to confirm."},{"call":"works","gives":[{"outlet":"coffee","ml":800,"bursts":6},{"outlet":"milk","ml":650,"bursts":6}],"minutes":{"low_s":600,"likely_s":1080,"high_s":1800},"over":"The display asks for fresh water."},{"call":"tip-out"},{"call":"tank-emptied"},{"call":"tank-water","ml":1500},{"call":"works","title":"It rinses","gives":[{"outlet":"coffee","ml":750,"bursts":5},{"outlet":"milk","ml":650,"bursts":5}],"minutes":{"low_s":240,"likely_s":360,"high_s":600},"over":"The display thanks you and shows the drinks."}]');
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
CREATE TABLE "round" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "begun_at" TEXT NOT NULL,
    "until" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "round" VALUES(1,22,1,1,'2026-11-11T07:00:00Z','2026-11-11T08:00:00Z');
CREATE TABLE "round_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "round_id" INTEGER NOT NULL,
    "kind" VARCHAR(20) NOT NULL,
    "at" TEXT NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL DEFAULT '',
    FOREIGN KEY ("round_id") REFERENCES "round" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
CREATE TABLE "run" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "snapshot" TEXT NOT NULL,
    "begun_at" TEXT NOT NULL, "context" TEXT,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "run" VALUES(1,11,1,'descale','{"key":"descale","title":"Descale","circuit":"water","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Out, emptied, wiped out, dry at their seats, home again. Also when they were empty.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"A full tray is hot and slippery. Two hands.","mistake":"","why":"Trays, even drained ones, ask to be emptied while a programme runs; a machine that was not shown an empty one stops in the middle, and water left in the seat makes it ask again.","cleaner":"","when":["has-tray","has-drawer","not capsule","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"waste-empty","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Milk jug half full of water, fitted","text":"The programme runs through the frother, too. Milk into the fridge.","circuit":"milk","part":"jug","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["has-jug"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"milk-vessel-water","signal":"","hands_s":null,"opens":"milk vessel","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"A container under the coffee outlet","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"body","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"Each outlet that delivers wants a container, or one that stands under both.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"container","signal":"","hands_s":null,"opens":"","shuts":"","stands":["coffee"],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"A container under the milk jug\u2019s spout","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"body","part":"jug","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"Each outlet that delivers wants a container, or one that stands under both.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"container","signal":"","hands_s":null,"opens":"","shuts":"","stands":["milk"],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Take the filter out of the tank","text":"Into a glass of water, or away if it is due.","circuit":"water","part":"filter","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"It is out","on_no":"","caution":"","mistake":"","why":"Descaler ruins the cartridge, and the cartridge weakens the descaler.","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"filter","puts_back":"","access":"","starts_over":false,"call":"filter-out","signal":"","hands_s":null,"opens":"filter","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":0,"named":[]},{"kind":"pour","title":"Powder into the tank, then water to 1.5 L","text":"The powder first, water on top, stirred until it is clear. Into the empty tank, and the tank home.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"Do not breathe the dust. Gloves.","mistake":"","why":"","cleaner":"","when":["form-sachet or form-powder"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"water with powder","delivers":[],"tips":[],"puts":[["tank","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-mix","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":0,"named":[]},{"kind":"do","title":"Stir until it is clear","text":"Nothing may lie on the bottom. Then the tank home.","circuit":"water","part":"tank","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["form-sachet or form-powder"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-mix","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":0,"named":[]},{"kind":"do","title":"Start the programme","text":"Press menu, turn to Descaling, press to confirm.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["water","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true,"call":"press","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":1,"named":[]},{"kind":"machine","title":"It works. Leave it alone.","text":"Silent minutes are normal, and its own countdown is not steady.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":600,"likely_s":1080,"high_s":1800},"duration_name":"minutes","over_when":"The display asks for fresh water.","done_label":"It is over","on_no":"","caution":"It is not stopped now, except for a leak, a scald, smoke or sparks. Then the main switch, at once.","mistake":"","why":"What cleans needs its time; that is what the silent minutes are.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":800,"bursts":6},{"outlet":"milk","ml":650,"bursts":6}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"works","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[{"key":"tray-empty","step":{"kind":"tip out","title":"Empty the tray","text":"Out level, emptied, its seat wiped dry, home until it sits.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Hot, and fuller than it looks. Two hands.","mistake":"","why":"Water left in the seat makes the machine ask again.","cleaner":"","when":["has-tray"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":90,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1},{"key":"drawer-empty","step":{"kind":"tip out","title":"Empty the drawer","text":"Out for ten seconds at least, emptied, its housing wiped out, home again.","circuit":"waste","part":"drawer","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"Pushed back at once, the machine may not have noticed.","why":"","cleaner":"","when":["has-drawer","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["drawer"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1}],"asks_if_soon":true,"idle":false,"own":2,"named":[]},{"kind":"tip out","title":"Tip everything out","text":"Containers and tray, with plenty of water after it, and back again.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot, and it holds cleaner. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tip-out","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":3,"named":[]},{"kind":"do","title":"Empty the tank and rinse it","text":"What is left is thrown away. Rinsed twice, lid and bottom too.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What is left may be acid. Splashes off at once.","mistake":"","why":"","cleaner":"","when":["not plumbed","has-tank"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":["tank"],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-emptied","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":4,"named":[]},{"kind":"pour","title":"Fresh water into the tank, 1.5 L","text":"Cold tap water, and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed","has-tank","with-ml"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-water","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":5,"named":[]},{"kind":"machine","title":"It rinses","text":"Silent minutes are normal, and its own countdown is not steady.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":240,"likely_s":360,"high_s":600},"duration_name":"minutes","over_when":"The display thanks you and shows the drinks.","done_label":"It is over","on_no":"","caution":"It is not stopped now, except for a leak, a scald, smoke or sparks. Then the main switch, at once.","mistake":"","why":"What cleans needs its time; that is what the silent minutes are.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":750,"bursts":5},{"outlet":"milk","ml":650,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"works","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[{"key":"tray-empty","step":{"kind":"tip out","title":"Empty the tray","text":"Out level, emptied, its seat wiped dry, home until it sits.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Hot, and fuller than it looks. Two hands.","mistake":"","why":"Water left in the seat makes the machine ask again.","cleaner":"","when":["has-tray"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":90,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1},{"key":"drawer-empty","step":{"kind":"tip out","title":"Empty the drawer","text":"Out for ten seconds at least, emptied, its housing wiped out, home again.","circuit":"waste","part":"drawer","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"Pushed back at once, the machine may not have noticed.","why":"","cleaner":"","when":["has-drawer","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["drawer"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1}],"asks_if_soon":true,"idle":false,"own":6,"named":[]},{"kind":"tip out","title":"Tip everything out","text":"Containers and tray, with plenty of water after it, and back again.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot, and it holds cleaner. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tip-out","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"check","title":"Does it run clear, without any smell?","text":"A little hot water into a glass: against the light, and smell it.","circuit":"water","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Rinse once more with fresh water. No drinks until it is clear.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":100,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["water"],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"clear","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Filter back","text":"Held under water until no bubble rises. Press it home until it sits level.","circuit":"water","part":"filter","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Forgotten, the next scale is already on its way; askew, it draws air.","why":"","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"filter","access":"","starts_over":false,"call":"filter-in","signal":"","hands_s":null,"opens":"","shuts":"filter","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":["seat"]},{"kind":"do","title":"Milk jug emptied and rinsed","text":"Away with what is in it; it may hold cleaner. Rinsed twice, dried.","circuit":"milk","part":"jug","pose":"wipe","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["has-jug"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"milk-vessel-emptied","signal":"","hands_s":null,"opens":"","shuts":"milk vessel","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Fill the tank to the mark","text":"Rinse it first. Cold tap water, and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"Running dry in the middle leaves cleaner inside.","cleaner":"","when":["not plumbed","has-tank","not with-ml"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-water","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Leave the cleaning menu","text":"The last screen may offer the same programme again. Go back to the drinks.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Pressing start once more begins the whole programme again.","why":"","cleaner":"","when":["menu"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"leave-menu","signal":"","hands_s":18,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"check","title":"Is everything back?","text":"The milk vessel emptied and rinsed and the filter home.","circuit":"body","part":"tray","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, all back","on_no":"Bring it back before the first drink. What is left behind steams, sprays or drips.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"levers-back","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"levers-back","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Throw the first cups away","text":"Press menu, turn to Rinse, press to confirm. Then two cups, tasted by nobody.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Thrown away","on_no":"","caution":"","mistake":"","why":"They carry the last traces off. They count on the machine''s counter; the book takes them off.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":240,"bursts":2}],"tips":["coffee"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"cups-away","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":["short_rinse"]}],"needs":[{"amount":"","thing":"","role":"descaler","mix_ml":1500},{"amount":"1","thing":"cloth for splashes","role":"","mix_ml":null},{"amount":"1.5 L","thing":"fresh water","role":"","mix_ml":null},{"amount":"1","thing":"container under the coffee outlet","role":"","mix_ml":null},{"amount":"1","thing":"container under the milk jug\u2019s spout","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is an acid. Gloves and eye protection; away from children; never with another cleaner or anything chlorinated. Splashes off stone, metal and wood at once.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","Electrical, pressure and water-connection work is for trained and licensed people.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":2,"afterwards":"What is left of the mix is thrown away. Rinse the brew group today, where there is one to take out.","settles":["grounds-drawer","drip-tray","descale","tank-rinse"],"starts_over":"The machine begins its rinse by itself, or the stage again. Never a second dose; fresh water, and rinse until it ends.","lamp_reasons":[{"text":"The short programme was run: what it asks for is the long one, behind a long press.","item":"descale"},{"text":"The programme was not run to its very end: it asks for one more rinse.","item":""},{"text":"It asks for the other care: the brew-group tablet lights the same lamp.","item":"brew-tablet"},{"text":"The hardness set in the machine is higher than the water''s.","item":""}],"inspects":[],"outlets":[],"stands":[{"key":"coffee","words":"the coffee outlet","under":["coffee"],"least_ml":0},{"key":"milk","words":"the milk jug\u2019s spout","under":["milk"],"least_ml":0}],"choices":[],"programme":"descale","own":[{"call":"tank-mix","says":"","how":"","title":"","ml":1500,"role":"descaler","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"press","says":"","how":"Press menu, turn to Descaling, press to confirm.","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"works","says":"","how":"","title":"","ml":null,"role":"","gives":[{"outlet":"coffee","ml":800,"bursts":6},{"outlet":"milk","ml":650,"bursts":6}],"minutes":{"low_s":600,"likely_s":1080,"high_s":1800},"over":"The display asks for fresh water.","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tip-out","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tank-emptied","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tank-water","says":"","how":"","title":"","ml":1500,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"works","says":"","how":"","title":"It rinses","ml":null,"role":"","gives":[{"outlet":"coffee","ml":750,"bursts":5},{"outlet":"milk","ml":650,"bursts":5}],"minutes":{"low_s":240,"likely_s":360,"high_s":600},"over":"The display thanks you and shows the drinks.","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""}]}','2026-11-08T07:00:00Z','{"products":{"descaler":{"key":"descaler-sachets","title":"Descaler in sachets","role":"descaler","form":"sachet","chemistry":"descaling acid","unit":"sachet","dose":1.0,"per_l":null,"whole":true,"least_ml":900.0,"most_ml":1600.0,"also":[]}},"accepts":{"descaler":["descaling acid"]},"inside":[],"filter_installed":true,"vessels":{"coffee":1000,"milk":1000},"answers":{},"by_hand":false,"listens":false}');
INSERT INTO "run" VALUES(2,12,1,'brew-tablet','{"key":"brew-tablet","title":"Brew-group tablet","circuit":"brew","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Out, emptied, wiped out, dry at their seats, home again. Also when they were empty.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"A full tray is hot and slippery. Two hands.","mistake":"","why":"Trays, even drained ones, ask to be emptied while a programme runs; a machine that was not shown an empty one stops in the middle, and water left in the seat makes it ask again.","cleaner":"","when":["has-tray","has-drawer","not capsule","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"waste-empty","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Fill the tank to the mark","text":"Rinse it first. Cold tap water, and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"Running dry in the middle leaves cleaner inside.","cleaner":"","when":["not plumbed","has-tank","not with-ml"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-water","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"A container under the coffee outlet","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"body","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"Each outlet that delivers wants a container, or one that stands under both.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"container","signal":"","hands_s":null,"opens":"","shuts":"","stands":["coffee"],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Start the programme","text":"Press menu, turn to Group cleaning, press to confirm.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true,"call":"press","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":0,"named":[]},{"kind":"do","title":"Take the tank out","text":"The door opens only when the tank is out of the way. Stand it on a cloth.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["tank-out-first"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"tank","puts_back":"","access":"","starts_over":false,"call":"tank-out","signal":"The display asks for a tablet and waits.","hands_s":null,"opens":"tank","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":1,"named":[]},{"kind":"do","title":"Open the door","text":"As it opens; nothing is forced.","circuit":"body","part":"door","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"door-open","signal":"","hands_s":18,"opens":"door","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":2,"named":[]},{"kind":"do","title":"One tablet, into the small basket on top of the group","text":"Lay it in, close up, and confirm.","circuit":"brew","part":"group","pose":"tablet-in","duration":null,"duration_name":"","over_when":"","done_label":"It is in","on_no":"","caution":"Dry fingers. One tablet only.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["brew","brew-cleaner"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tablet","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":3,"named":[]},{"kind":"do","title":"Shut the door","text":"Until it clicks.","circuit":"body","part":"door","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"door-shut","signal":"","hands_s":18,"opens":"","shuts":"door","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":4,"named":[]},{"kind":"do","title":"Tank back","text":"Push it home until it sits.","circuit":"water","part":"tank","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["has-tank"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"tank","access":"","starts_over":false,"call":"tank-in","signal":"","hands_s":null,"opens":"","shuts":"tank","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":5,"named":[]},{"kind":"do","title":"Confirm","text":"Press to confirm.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Confirmed","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"confirm","signal":"","hands_s":18,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":6,"named":[]},{"kind":"machine","title":"It works. Leave it alone.","text":"Silent minutes are normal, and its own countdown is not steady.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":480,"likely_s":660,"high_s":900},"duration_name":"minutes","over_when":"The display thanks you and shows the drinks.","done_label":"It is over","on_no":"","caution":"It is not stopped now, except for a leak, a scald, smoke or sparks. Then the main switch, at once.","mistake":"","why":"What cleans needs its time; that is what the silent minutes are.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":8}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"works","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[{"key":"tray-empty","step":{"kind":"tip out","title":"Empty the tray","text":"Out level, emptied, its seat wiped dry, home until it sits.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Hot, and fuller than it looks. Two hands.","mistake":"","why":"Water left in the seat makes the machine ask again.","cleaner":"","when":["has-tray"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":90,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1},{"key":"drawer-empty","step":{"kind":"tip out","title":"Empty the drawer","text":"Out for ten seconds at least, emptied, its housing wiped out, home again.","circuit":"waste","part":"drawer","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"Pushed back at once, the machine may not have noticed.","why":"","cleaner":"","when":["has-drawer","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["drawer"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1}],"asks_if_soon":true,"idle":false,"own":7,"named":[]},{"kind":"tip out","title":"Tip everything out","text":"Containers and tray, with plenty of water after it, and back again.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot, and it holds cleaner. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tip-out","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Leave the cleaning menu","text":"The last screen may offer the same programme again. Go back to the drinks.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Pressing start once more begins the whole programme again.","why":"","cleaner":"","when":["menu"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"leave-menu","signal":"","hands_s":18,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"check","title":"Does it run clear, without any smell?","text":"Draw one coffee, look at it, smell it, pour it down the sink. It counts; the book takes it off.","circuit":"water","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Rinse once more with fresh water. No drinks until it is clear.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":120,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["brew"],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"clear","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]}],"needs":[{"amount":"","thing":"","role":"brew-cleaner","mix_ml":null},{"amount":"1","thing":"container under the coffee outlet","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is alkaline and burns skin and eyes. Gloves and eye protection for powder and concentrate; away from children; never with an acid, a descaler or anything chlorinated.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","Switch off and unplug before you reach inside. Never immerse the machine, never spray it.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":1,"afterwards":"Wipe the spouts and put the machine back into service.","settles":["grounds-drawer","drip-tray","brew-tablet"],"starts_over":"The programme begins again from its start, without a second tablet. What is inside is rinsed out by it.","lamp_reasons":[{"text":"The short rinse was run instead of the long cleaning programme. Over within a minute, it was the rinse.","item":"brew-tablet"},{"text":"The programme was left by the first screen that offered it again.","item":""},{"text":"Another care lights the same lamp: descaling may be due as well.","item":"descale"}],"inspects":["screen"],"outlets":[],"stands":[{"key":"coffee","words":"the coffee outlet","under":["coffee"],"least_ml":0}],"choices":[],"programme":"tablet","own":[{"call":"press","says":"","how":"Press menu, turn to Group cleaning, press to confirm.","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tank-out","says":"The display asks for a tablet and waits.","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"door-open","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tablet","says":"","how":"","title":"","ml":null,"role":"brew-cleaner","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"the small basket on top of the group","tubes":1,"asks":[],"when":[],"access":""},{"call":"door-shut","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tank-in","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"confirm","says":"","how":"Press to confirm.","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"works","says":"","how":"","title":"","ml":null,"role":"","gives":[{"outlet":"coffee","ml":700,"bursts":8}],"minutes":{"low_s":480,"likely_s":660,"high_s":900},"over":"The display thanks you and shows the drinks.","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""}]}','2026-11-09T07:00:00Z','{"products":{"brew-cleaner":{"key":"brew-tablets","title":"Brew-group tablets","role":"brew-cleaner","form":"tablet","chemistry":"alkaline","unit":"tablet","dose":1.0,"per_l":null,"whole":true,"least_ml":null,"most_ml":null,"also":[]}},"accepts":{"brew-cleaner":["oxidising","alkaline"]},"inside":[],"filter_installed":true,"vessels":{"coffee":1000},"answers":{},"by_hand":false,"listens":false}');
INSERT INTO "run" VALUES(3,13,2,'descale','{"key":"descale-by-hand","title":"Descale, by hand","circuit":"water","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Out, emptied, wiped out, dry at their seats, home again. Also when they were empty.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"A full tray is hot and slippery. Two hands.","mistake":"","why":"Trays, even drained ones, ask to be emptied while a programme runs; a machine that was not shown an empty one stops in the middle, and water left in the seat makes it ask again.","cleaner":"","when":["has-tray","has-drawer","not capsule","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"waste-empty","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"A container under the coffee outlet","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"body","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"Each outlet that delivers wants a container, or one that stands under both.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"container","signal":"","hands_s":null,"opens":"","shuts":"","stands":["coffee"],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"A container under the steam wand","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"body","part":"wand","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"Each outlet that delivers wants a container, or one that stands under both.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"container","signal":"","hands_s":null,"opens":"","shuts":"","stands":["wand"],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"pour","title":"Concentrate and water into the tank, 1 L in all","text":"The concentrate first, by its label, then water. Into the empty tank, and the tank home.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"Gloves and eyes. Splashes off stone, metal and wood at once.","mistake":"Never guessed from a bottle of another size.","why":"","cleaner":"","when":["form-liquid"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1000,"amount_of":"mix","delivers":[],"tips":[],"puts":[["tank","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-mix","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Half of the mix through the coffee outlet","text":"Powder mode, and nothing in the funnel. Draw cups until 500 ml have come.","circuit":"water","part":"dial","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"It is through","on_no":"","caution":"Steam and hot water. Hold the container, not the outlet.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":500,"bursts":4}],"tips":[],"puts":[["water","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true,"call":"draws","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Open the steam valve","text":"By hand, all the way.","circuit":"water","part":"dial","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Hot water and steam come at once. Hands off the wand.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"valve-open","signal":"","hands_s":null,"opens":"valve","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"The other half through the steam wand","text":"Hot water or steam, in bursts, until 450 ml have come.","circuit":"water","part":"dial","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"It is through","on_no":"","caution":"Steam and hot water. Hold the container, not the outlet.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"wand","ml":450,"bursts":4}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true,"call":"draws","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Close the steam valve","text":"By hand, firmly but not with force.","circuit":"water","part":"dial","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Left open, it steams at the next start.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"valve-shut","signal":"","hands_s":null,"opens":"","shuts":"valve","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"wait","title":"It works inside","text":"Switched off. A quarter of an hour.","circuit":"water","part":"boiler","pose":"","duration":{"low_s":600,"likely_s":900,"high_s":1200},"duration_name":"minutes","over_when":"A quarter of an hour has gone by.","done_label":"Go on","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"waits","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":true,"idle":false,"own":-1,"named":[]},{"kind":"tip out","title":"Tip everything out","text":"Containers and tray, with plenty of water after it, and back again.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot, and it holds cleaner. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tip-out","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Empty the tank and rinse it","text":"What is left is thrown away. Rinsed twice, lid and bottom too.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What is left may be acid. Splashes off at once.","mistake":"","why":"","cleaner":"","when":["not plumbed","has-tank"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":["tank"],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-emptied","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"pour","title":"Fresh water into the tank, 1 L","text":"Cold tap water, and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed","has-tank","with-ml"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1000,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-water","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Fresh water through the coffee outlet","text":"Half of the tank as cups.","circuit":"water","part":"dial","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"It is through","on_no":"","caution":"Steam and hot water. Hold the container, not the outlet.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":450,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true,"call":"draws","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Open the steam valve","text":"By hand, all the way.","circuit":"water","part":"dial","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Hot water and steam come at once. Hands off the wand.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"valve-open","signal":"","hands_s":null,"opens":"valve","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Fresh water through the steam wand","text":"The other half, in bursts.","circuit":"water","part":"dial","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"It is through","on_no":"","caution":"Steam and hot water. Hold the container, not the outlet.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"wand","ml":420,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true,"call":"draws","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Close the steam valve","text":"By hand, firmly but not with force.","circuit":"water","part":"dial","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Left open, it steams at the next start.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"valve-shut","signal":"","hands_s":null,"opens":"","shuts":"valve","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"tip out","title":"Tip everything out","text":"Containers and tray, with plenty of water after it, and back again.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot, and it holds cleaner. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tip-out","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"check","title":"Does it run clear, without any smell?","text":"A little hot water into a glass: against the light, and smell it.","circuit":"water","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Rinse once more with fresh water. No drinks until it is clear.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":100,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["water"],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"clear","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Fill the tank to the mark","text":"Rinse it first. Cold tap water, and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"Running dry in the middle leaves cleaner inside.","cleaner":"","when":["not plumbed","has-tank","not with-ml"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-water","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"check","title":"Is everything back?","text":"The steam valve shut.","circuit":"body","part":"tray","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, all back","on_no":"Bring it back before the first drink. What is left behind steams, sprays or drips.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"levers-back","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"levers-back","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Throw the first cups away","text":"Two cups, tasted by nobody.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Thrown away","on_no":"","caution":"","mistake":"","why":"They carry the last traces off. They count on the machine''s counter; the book takes them off.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":240,"bursts":2}],"tips":["coffee"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"cups-away","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]}],"needs":[{"amount":"","thing":"","role":"descaler","mix_ml":1000},{"amount":"1","thing":"cloth for splashes","role":"","mix_ml":null},{"amount":"1 L","thing":"fresh water","role":"","mix_ml":null},{"amount":"1","thing":"container under the coffee outlet","role":"","mix_ml":null},{"amount":"1","thing":"container under the steam wand","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is an acid. Gloves and eye protection; away from children; never with another cleaner or anything chlorinated. Splashes off stone, metal and wood at once.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","Electrical, pressure and water-connection work is for trained and licensed people.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":2,"afterwards":"What is left of the mix is thrown away. Rinse the brew group today, where there is one to take out.","settles":["grounds-drawer","drip-tray","descale","tank-rinse"],"starts_over":"Draw on where it stopped. Never a second dose; fresh water, and rinse until it is clear.","lamp_reasons":[{"text":"The hardness set in the machine is higher than the water''s.","item":""}],"inspects":[],"outlets":[],"stands":[{"key":"coffee","words":"the coffee outlet","under":["coffee"],"least_ml":0},{"key":"wand","words":"the steam wand","under":["wand"],"least_ml":0}],"choices":[],"programme":"","own":[]}','2026-11-09T07:00:00Z','{"products":{"descaler":{"key":"descaler-liquid","title":"Descaling concentrate","role":"descaler","form":"liquid","chemistry":"descaling acid","unit":"ml","dose":100.0,"per_l":100.0,"whole":false,"least_ml":500.0,"most_ml":5000.0,"also":[]}},"accepts":{"descaler":["descaling acid"]},"inside":[],"filter_installed":false,"vessels":{"coffee":1000,"wand":500},"answers":{},"by_hand":false,"listens":false}');
CREATE TABLE "run_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "run_id" INTEGER NOT NULL,
    "kind" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "step" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL, "once" VARCHAR(64), "course" TEXT,
    FOREIGN KEY ("run_id") REFERENCES "run" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "run_event" VALUES(1,1,'advance','2026-11-08T07:00:30Z',0,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(2,1,'advance','2026-11-08T07:01:00Z',1,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(3,1,'advance','2026-11-08T07:01:30Z',2,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(4,1,'advance','2026-11-08T07:02:00Z',3,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(5,1,'advance','2026-11-08T07:02:30Z',4,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(6,1,'advance','2026-11-08T07:03:00Z',5,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(7,1,'advance','2026-11-08T07:03:30Z',6,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(8,1,'advance','2026-11-08T07:04:00Z',7,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(9,1,'advance','2026-11-08T07:22:00Z',8,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(10,1,'advance','2026-11-08T07:22:30Z',9,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(11,1,'advance','2026-11-08T07:23:00Z',10,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(12,1,'advance','2026-11-08T07:23:30Z',11,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(13,1,'advance','2026-11-08T07:29:30Z',12,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(14,1,'advance','2026-11-08T07:30:00Z',13,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(15,1,'advance','2026-11-08T07:30:30Z',14,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(16,1,'advance','2026-11-08T07:31:00Z',15,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(17,1,'advance','2026-11-08T07:31:30Z',16,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(18,1,'advance','2026-11-08T07:32:00Z',17,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(19,1,'advance','2026-11-08T07:32:30Z',18,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(20,1,'advance','2026-11-08T07:33:00Z',19,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(21,1,'advance','2026-11-08T07:33:30Z',20,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(22,1,'finish','2026-11-08T07:33:30Z',21,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(23,2,'advance','2026-11-09T07:00:30Z',0,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(24,2,'advance','2026-11-09T07:01:00Z',1,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(25,2,'advance','2026-11-09T07:01:30Z',2,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(26,2,'advance','2026-11-09T07:02:00Z',3,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(27,2,'advance','2026-11-09T07:02:30Z',4,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(28,2,'advance','2026-11-09T07:03:00Z',5,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(29,3,'advance','2026-11-09T07:00:30Z',0,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(30,3,'advance','2026-11-09T07:01:00Z',1,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(31,3,'advance','2026-11-09T07:01:30Z',2,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(32,3,'advance','2026-11-09T07:02:00Z',3,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(33,3,'advance','2026-11-09T07:02:30Z',4,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(34,3,'advance','2026-11-09T07:03:00Z',5,1,'',NULL,NULL);
CREATE TABLE "schema_migration" ("id" INTEGER NOT NULL PRIMARY KEY, "name" VARCHAR(255) NOT NULL, "applied" DATETIME NOT NULL);
INSERT INTO "schema_migration" VALUES(1,'0001_first','2026-11-26 19:07:09.073586');
INSERT INTO "schema_migration" VALUES(2,'0002_machine_serial','2026-11-26 19:07:09.084613');
INSERT INTO "schema_migration" VALUES(3,'0003_care','2026-11-26 19:07:09.089527');
INSERT INTO "schema_migration" VALUES(4,'0004_device_event','2026-11-26 19:07:09.091575');
INSERT INTO "schema_migration" VALUES(5,'0005_guided','2026-11-26 19:07:09.096702');
INSERT INTO "schema_migration" VALUES(6,'0006_lamps','2026-11-26 19:07:09.099342');
INSERT INTO "schema_migration" VALUES(7,'0007_order','2026-11-26 19:07:09.111746');
INSERT INTO "schema_migration" VALUES(8,'0008_sign_ins','2026-11-26 19:07:09.114259');
INSERT INTO "schema_migration" VALUES(9,'0009_unique','2026-11-26 19:07:09.123346');
INSERT INTO "schema_migration" VALUES(10,'0010_what_was_so','2026-11-26 19:07:09.128226');
INSERT INTO "schema_migration" VALUES(11,'0011_labels_and_degrees','2026-11-26 19:07:09.135834');
INSERT INTO "schema_migration" VALUES(12,'0012_told','2026-11-26 19:07:09.140153');
INSERT INTO "schema_migration" VALUES(13,'0013_rounds','2026-11-26 19:07:09.143322');
INSERT INTO "schema_migration" VALUES(14,'0014_plan','2026-11-26 19:07:09.145353');
INSERT INTO "schema_migration" VALUES(15,'0015_feeds','2026-11-26 19:07:09.147219');
INSERT INTO "schema_migration" VALUES(16,'0016_keepers_away','2026-11-26 19:07:09.150280');
INSERT INTO "schema_migration" VALUES(17,'0017_mail','2026-11-26 22:30:05.470185');
INSERT INTO "schema_migration" VALUES(18,'0018_finer_counts','2026-11-26 22:30:05.486012');
INSERT INTO "schema_migration" VALUES(19,'0019_plan_wishes','2026-11-26 22:30:05.487347');
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
    "hours" TEXT NOT NULL, "degrees" VARCHAR(2) NOT NULL DEFAULT '°C',
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "site_version" VALUES(1,1,1,'Works','Europe/Berlin','[[480,1020],[480,1020],[480,1020],[480,1020],[480,1020],null,null]','°C');
CREATE TABLE "slots_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "slots" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "slots_version" VALUES(1,17,1,'[[0,420,480,1],[2,420,480,1],[4,420,480,1]]');
INSERT INTO "slots_version" VALUES(2,18,1,'[[0,420,480,1],[1,1020,1080,null],[2,420,480,1],[3,1020,1080,null],[4,420,480,1]]');
CREATE TABLE "stock_move" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "move" VARCHAR(255) NOT NULL,
    "amount" REAL NOT NULL CHECK (amount >= 0),
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "stock_move" VALUES(1,11,'descaler-sachets','used',1.0,'2026-11-08T07:33:30Z');
INSERT INTO "stock_move" VALUES(2,25,'brew-tablets','ordered',30.0,'2026-11-15T07:00:00Z');
CREATE TABLE "told_once" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "keeper_number" INTEGER NOT NULL,
    "key" VARCHAR(250) NOT NULL,
    "mail_id" INTEGER NOT NULL,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("mail_id") REFERENCES "outgoing" ("id") ON DELETE CASCADE);
CREATE TABLE "truth_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "answer" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "truth_told" VALUES(1,11,1,'descale','levers-back',1,'2026-11-08T07:33:30Z');
CREATE TABLE "walks_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "home" VARCHAR(80) NOT NULL,
    "seconds" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "walks_version" VALUES(1,19,1,'cellar','[]');
CREATE TABLE "water_test" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "day" DATE NOT NULL,
    "total_dh" REAL,
    "carbonate_dh" REAL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
CREATE TABLE "wishes_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "mailbox" VARCHAR(200) NOT NULL,
    "morning" INTEGER NOT NULL,
    "minute" INTEGER NOT NULL CHECK (minute BETWEEN 0 AND 1439),
    "at_once" INTEGER NOT NULL,
    "week_day" INTEGER,
    "stop_token" VARCHAR(64) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "wishes_version" VALUES(1,24,1,1,'ada@kilnside.example',1,360,1,6,'X42FV5G8mZG0poTM0fSn3rLj');
CREATE TABLE "words_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "name" VARCHAR(120) NOT NULL,
    "text" VARCHAR(600) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "words_told" VALUES(1,15,1,'short_rinse','Press rinse twice.');
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
CREATE INDEX "programme_told_entry_id" ON "programme_told" ("entry_id");
CREATE INDEX "programme_told_machine_id" ON "programme_told" ("machine_id");
CREATE INDEX "words_told_entry_id" ON "words_told" ("entry_id");
CREATE INDEX "words_told_machine_id" ON "words_told" ("machine_id");
CREATE UNIQUE INDEX "manual_page_file" ON "manual_page" ("file");
CREATE INDEX "manual_page_entry_id" ON "manual_page" ("entry_id");
CREATE INDEX "manual_page_machine_id" ON "manual_page" ("machine_id");
CREATE INDEX "slots_version_entry_id" ON "slots_version" ("entry_id");
CREATE INDEX "slots_version_site_id" ON "slots_version" ("site_id");
CREATE INDEX "walks_version_entry_id" ON "walks_version" ("entry_id");
CREATE INDEX "walks_version_site_id" ON "walks_version" ("site_id");
CREATE INDEX "round_entry_id" ON "round" ("entry_id");
CREATE INDEX "round_site_id" ON "round" ("site_id");
CREATE INDEX "round_keeper_id" ON "round" ("keeper_id");
CREATE INDEX "round_event_round_id" ON "round_event" ("round_id");
CREATE INDEX "round_event_keeper_id" ON "round_event" ("keeper_id");
CREATE INDEX "plan_pin_entry_id" ON "plan_pin" ("entry_id");
CREATE INDEX "plan_pin_machine_id" ON "plan_pin" ("machine_id");
CREATE INDEX "announced_plan_site_id" ON "announced_plan" ("site_id");
CREATE INDEX "feed_version_entry_id" ON "feed_version" ("entry_id");
CREATE INDEX "feed_version_site_id" ON "feed_version" ("site_id");
CREATE INDEX "feed_version_keeper_id" ON "feed_version" ("keeper_id");
CREATE INDEX "keeper_absence_entry_id" ON "keeper_absence" ("entry_id");
CREATE INDEX "keeper_absence_site_id" ON "keeper_absence" ("site_id");
CREATE INDEX "keeper_absence_keeper_id" ON "keeper_absence" ("keeper_id");
CREATE INDEX "keeper_absence_stand_in_id" ON "keeper_absence" ("stand_in_id");
CREATE INDEX "mail_version_entry_id" ON "mail_version" ("entry_id");
CREATE INDEX "mail_version_site_id" ON "mail_version" ("site_id");
CREATE INDEX "outgoing_site_id" ON "outgoing" ("site_id");
CREATE INDEX "outgoing_keeper_id" ON "outgoing" ("keeper_id");
CREATE UNIQUE INDEX "outgoing_message_id" ON "outgoing" ("message_id");
CREATE INDEX "outgoing_state" ON "outgoing" ("state");
CREATE INDEX "told_once_site_id" ON "told_once" ("site_id");
CREATE INDEX "told_once_mail_id" ON "told_once" ("mail_id");
CREATE UNIQUE INDEX "told_once_site_id_keeper_number_key" ON "told_once" ("site_id", "keeper_number", "key");
CREATE INDEX "wishes_version_entry_id" ON "wishes_version" ("entry_id");
CREATE INDEX "wishes_version_site_id" ON "wishes_version" ("site_id");
CREATE INDEX "wishes_version_keeper_id" ON "wishes_version" ("keeper_id");
CREATE INDEX "wishes_version_stop_token" ON "wishes_version" ("stop_token");
CREATE INDEX "plan_wish_entry_id" ON "plan_wish" ("entry_id");
CREATE INDEX "plan_wish_site_id" ON "plan_wish" ("site_id");
CREATE TRIGGER "count_insert_absence" AFTER INSERT ON "absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_absence" AFTER UPDATE ON "absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_absence" AFTER DELETE ON "absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_bar_reading" AFTER INSERT ON "bar_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_bar_reading" AFTER UPDATE ON "bar_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_bar_reading" AFTER DELETE ON "bar_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_care_done" AFTER INSERT ON "care_done" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_care_done" AFTER UPDATE ON "care_done" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_care_done" AFTER DELETE ON "care_done" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_cartridge_fit" AFTER INSERT ON "cartridge_fit" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_cartridge_fit" AFTER UPDATE ON "cartridge_fit" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_cartridge_fit" AFTER DELETE ON "cartridge_fit" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_cause_tried" AFTER INSERT ON "cause_tried" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_cause_tried" AFTER UPDATE ON "cause_tried" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_cause_tried" AFTER DELETE ON "cause_tried" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_cleaning" AFTER INSERT ON "cleaning" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_cleaning" AFTER UPDATE ON "cleaning" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_cleaning" AFTER DELETE ON "cleaning" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_closure" AFTER INSERT ON "closure" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_closure" AFTER UPDATE ON "closure" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_closure" AFTER DELETE ON "closure" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_counter_reading" AFTER INSERT ON "counter_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_counter_reading" AFTER UPDATE ON "counter_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_counter_reading" AFTER DELETE ON "counter_reading" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_counter_restart" AFTER INSERT ON "counter_restart" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_counter_restart" AFTER UPDATE ON "counter_restart" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_counter_restart" AFTER DELETE ON "counter_restart" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_device_event" AFTER INSERT ON "device_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_device_event" AFTER UPDATE ON "device_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_device_event" AFTER DELETE ON "device_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_entry" AFTER INSERT ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_entry" AFTER UPDATE ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_entry" AFTER DELETE ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_feed_version" AFTER INSERT ON "feed_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_feed_version" AFTER UPDATE ON "feed_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_feed_version" AFTER DELETE ON "feed_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_inspected" AFTER INSERT ON "inspected" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_inspected" AFTER UPDATE ON "inspected" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_inspected" AFTER DELETE ON "inspected" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_item_switch" AFTER INSERT ON "item_switch" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_item_switch" AFTER UPDATE ON "item_switch" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_item_switch" AFTER DELETE ON "item_switch" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_keeper" AFTER INSERT ON "keeper" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper" AFTER UPDATE ON "keeper" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper" AFTER DELETE ON "keeper" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_keeper_absence" AFTER INSERT ON "keeper_absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper_absence" AFTER UPDATE ON "keeper_absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper_absence" AFTER DELETE ON "keeper_absence" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_keeper_secret" AFTER INSERT ON "keeper_secret" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper_secret" AFTER UPDATE ON "keeper_secret" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper_secret" AFTER DELETE ON "keeper_secret" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_keeper_version" AFTER INSERT ON "keeper_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper_version" AFTER UPDATE ON "keeper_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper_version" AFTER DELETE ON "keeper_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_kind_version" AFTER INSERT ON "kind_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_kind_version" AFTER UPDATE ON "kind_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_kind_version" AFTER DELETE ON "kind_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_limit_version" AFTER INSERT ON "limit_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_limit_version" AFTER UPDATE ON "limit_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_limit_version" AFTER DELETE ON "limit_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_machine" AFTER INSERT ON "machine" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_machine" AFTER UPDATE ON "machine" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_machine" AFTER DELETE ON "machine" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_machine_version" AFTER INSERT ON "machine_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_machine_version" AFTER UPDATE ON "machine_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_machine_version" AFTER DELETE ON "machine_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_mail_version" AFTER INSERT ON "mail_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_mail_version" AFTER UPDATE ON "mail_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_mail_version" AFTER DELETE ON "mail_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_manual_page" AFTER INSERT ON "manual_page" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_manual_page" AFTER UPDATE ON "manual_page" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_manual_page" AFTER DELETE ON "manual_page" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_panel_sighting" AFTER INSERT ON "panel_sighting" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_panel_sighting" AFTER UPDATE ON "panel_sighting" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_panel_sighting" AFTER DELETE ON "panel_sighting" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_part_note" AFTER INSERT ON "part_note" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_part_note" AFTER UPDATE ON "part_note" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_part_note" AFTER DELETE ON "part_note" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_photo" AFTER INSERT ON "photo" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_photo" AFTER UPDATE ON "photo" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_photo" AFTER DELETE ON "photo" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_plan_pin" AFTER INSERT ON "plan_pin" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_plan_pin" AFTER UPDATE ON "plan_pin" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_plan_pin" AFTER DELETE ON "plan_pin" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT OLD.machine_id, 1 WHERE OLD.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_plan_wish" AFTER INSERT ON "plan_wish" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_plan_wish" AFTER UPDATE ON "plan_wish" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_plan_wish" AFTER DELETE ON "plan_wish" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_procedure_version" AFTER INSERT ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_procedure_version" AFTER UPDATE ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_procedure_version" AFTER DELETE ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_product_version" AFTER INSERT ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_product_version" AFTER UPDATE ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_product_version" AFTER DELETE ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_programme_told" AFTER INSERT ON "programme_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_programme_told" AFTER UPDATE ON "programme_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_programme_told" AFTER DELETE ON "programme_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_put_off" AFTER INSERT ON "put_off" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_put_off" AFTER UPDATE ON "put_off" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_put_off" AFTER DELETE ON "put_off" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_reading_removal" AFTER INSERT ON "reading_removal" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_reading_removal" AFTER UPDATE ON "reading_removal" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_reading_removal" AFTER DELETE ON "reading_removal" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_round" AFTER INSERT ON "round" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_round" AFTER UPDATE ON "round" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_round" AFTER DELETE ON "round" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_round_event" AFTER INSERT ON "round_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NULL, 1 WHERE NULL IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_round_event" AFTER UPDATE ON "round_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NULL, 1 WHERE NULL IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_round_event" AFTER DELETE ON "round_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NULL, 1 WHERE NULL IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_run" AFTER INSERT ON "run" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_run" AFTER UPDATE ON "run" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_run" AFTER DELETE ON "run" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_run_event" AFTER INSERT ON "run_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM run WHERE id = NEW.run_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM run WHERE id = NEW.run_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_run_event" AFTER UPDATE ON "run_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM run WHERE id = NEW.run_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM run WHERE id = NEW.run_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_run_event" AFTER DELETE ON "run_event" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM run WHERE id = OLD.run_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM run WHERE id = OLD.run_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_setup_version" AFTER INSERT ON "setup_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_setup_version" AFTER UPDATE ON "setup_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_setup_version" AFTER DELETE ON "setup_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_site" AFTER INSERT ON "site" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_site" AFTER UPDATE ON "site" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_site" AFTER DELETE ON "site" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NULL, 0), 1 WHERE COALESCE(NULL, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_site_version" AFTER INSERT ON "site_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_site_version" AFTER UPDATE ON "site_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_site_version" AFTER DELETE ON "site_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_slots_version" AFTER INSERT ON "slots_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_slots_version" AFTER UPDATE ON "slots_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_slots_version" AFTER DELETE ON "slots_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_stock_move" AFTER INSERT ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_stock_move" AFTER UPDATE ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_stock_move" AFTER DELETE ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_truth_told" AFTER INSERT ON "truth_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_truth_told" AFTER UPDATE ON "truth_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_truth_told" AFTER DELETE ON "truth_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_walks_version" AFTER INSERT ON "walks_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_walks_version" AFTER UPDATE ON "walks_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_walks_version" AFTER DELETE ON "walks_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_water_test" AFTER INSERT ON "water_test" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_water_test" AFTER UPDATE ON "water_test" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = NEW.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_water_test" AFTER DELETE ON "water_test" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0), 1 WHERE COALESCE((SELECT machine_id FROM entry WHERE id = OLD.entry_id), 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_wishes_version" AFTER INSERT ON "wishes_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_wishes_version" AFTER UPDATE ON "wishes_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_wishes_version" AFTER DELETE ON "wishes_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_words_told" AFTER INSERT ON "words_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_words_told" AFTER UPDATE ON "words_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_words_told" AFTER DELETE ON "words_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
COMMIT;
