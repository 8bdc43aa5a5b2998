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
INSERT INTO "absence" VALUES(1,94,1,NULL,'2026-12-21','2027-01-08','between the years');
CREATE TABLE "bar_reading" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "percent" INTEGER NOT NULL CHECK (percent BETWEEN 0 AND 100),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "bar_reading" VALUES(1,103,3,'brew-tablet','2026-11-18T12:00:00Z',20);
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
INSERT INTO "care_done" VALUES(33,98,3,'filter-change','2026-11-15T12:00:00Z',NULL);
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
INSERT INTO "cartridge_fit" VALUES(1,98,3,'2026-11-15T12:00:00Z',1000.0,0.2,0.0,'decarbonising',2);
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
INSERT INTO "entry" VALUES(94,'absence',NULL,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'Away, everybody: Mon 21 Dec 2026 to Fri 8 Jan 2027','between the years',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(95,'switch',3,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'Brew-group rinse switched off','done by the service',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(96,'part',3,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'Bean hopper broken','a lug is off',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(97,'water',NULL,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'Water “mains” tested: total 18 °dH, carbonate 14 °dH','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(98,'filter',3,'2026-11-15T12:00:00Z','2026-11-24T12:00:00Z',NULL,'Filter fitted: 1000 °dH·L','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(99,'setup',3,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'Set up: water “mains”, descaling by scale','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(100,'prompt',3,'2026-11-24T07:00:00Z','2026-11-24T12:00:00Z',NULL,'The machine asks for: Brew-group tablet','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(101,'prompt',3,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'No longer asked for: Brew-group tablet','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(102,'kind',NULL,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'Kind “Our Narrow machine with a milk jug” written','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(103,'bar',3,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',NULL,'bar','',NULL,NULL,NULL);
CREATE TABLE "item_switch" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "off" INTEGER NOT NULL,
    "reason" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "item_switch" VALUES(1,95,3,'group-rinse',1,'done by the service');
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
CREATE TABLE "kind_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "key" VARCHAR(255) NOT NULL,
    "text" TEXT NOT NULL,
    "deleted" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "kind_version" VALUES(1,102,'our-jug','# A kind of our own making; limits are common practice, no source.
key: our-jug
title: Our Narrow machine with a milk jug
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
  jug: {label: Milk jug, circuit: milk, removable: true, tolerates: [soap, dishwasher]}
  drawer: {label: Grounds drawer, circuit: waste, removable: true, tolerates: [soap]}
  tray: {label: Drip tray, circuit: waste, removable: true, tolerates: [soap, dishwasher]}
  float: {label: Float, circuit: waste}
  door: {label: Back door, circuit: body}
  panel: {label: Text display, circuit: body}
capacities: {tank_ml: 1500, tray_ml: 500, drawer_pucks: 10}
counters: [drinks, milk]
traits: [removable-group, tank-out-first, menu]
durations: {programme: [8, 11, 15]}
words:
  jug: 1 L
  start_programme: Press menu, turn to Group cleaning, press to confirm.
  asks_for_tablet: The display asks for a tablet and waits.
  tablet_place: the brew group''s own basket
  tablet_how: Tank out, door open, tablet into the small basket at the top of the group, everything back, confirm.
  programme_over: The display thanks you and shows the drinks.
  release: Door open, push the slide up, and pull.
  refit: Slide up, hook up, marks in line.
drinks:
  - {name: Espresso, water_ml: 40, share: 0.25}
  - {name: Long coffee, water_ml: 120, share: 0.3}
  - {name: Milk coffee, water_ml: 45, share: 0.45, milk: true}
rinses: {on_ml: 60, off_ml: 60}
bars: {brew-tablet: Care bar on the start page}
items:
  brew-tablet: {like: brew-tablet, minutes: 7, triggers: [{prompt: true}, {drinks: 150}]}
  group-rinse: {like: group-rinse, minutes: 7}
  grease: {like: grease}
  group-strip-down: {like: group-strip-down}
  inside: {like: inside, part: door}
  outlets: {like: outlets}
  milk-rinse: {like: milk-rinse, part: jug}
  milk-jug-wash: {like: milk-jug-wash, settles: [milk-rinse]}
  milk-wash: {like: milk-wash, part: jug, triggers: [{days: 7, while_away: false}, {milk: 120}]}
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
cartridge: {capacity_dh_l: 700}
hardness:
  where: Menu, Settings, Water, then the step.
  levels: [{level: "1", up_to_dh: 7}, {level: "2", up_to_dh: 14}, {level: "3", up_to_dh: 21}, {level: "4"}]
access:
  - {what: Both counters, how: "Menu, Information: drinks in all, and milk drinks."}
panel:
  lamps:
    ready: {label: Ready, colours: [green]}
    care: {label: Care, colours: [amber]}
    attention: {label: Attention, colours: [red]}
  messages:
    - {says: Fill the tank}
    - {says: Empty the drawer}
    - {says: Clean the group, asks_for: brew-tablet, force: can be put off}
    - {says: Descale now, asks_for: descale, force: urgent}
    - {says: Clean and descale, asks_for: combined, force: can be put off}
',0);
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
CREATE TABLE "machine_version" ("id" INTEGER NOT NULL PRIMARY KEY, "entry_id" INTEGER NOT NULL, "machine_id" INTEGER NOT NULL, "name" VARCHAR(60) NOT NULL, "kind" VARCHAR(60) NOT NULL, "place" VARCHAR(80) NOT NULL, "guess_per_day" REAL CHECK (guess_per_day >= 0), "retired" INTEGER NOT NULL, "serial" VARCHAR(40) NOT NULL, FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"), FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "machine_version" VALUES(3,7,3,'Packing Hall','removable-tabletop','hall 2',NULL,0,'');
CREATE TABLE "part_note" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "part" VARCHAR(255) NOT NULL,
    "state" VARCHAR(255) NOT NULL,
    "note" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "part_note" VALUES(1,96,3,'hopper','broken','a lug is off');
CREATE TABLE "prompt" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "prompt" VALUES(1,100,3,'brew-tablet','2026-11-24T07:00:00Z');
CREATE TABLE "prompt_gone" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "prompt_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("prompt_id") REFERENCES "prompt" ("id"));
INSERT INTO "prompt_gone" VALUES(1,101,1,'2026-11-24T12:00:00Z');
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
INSERT INTO "schema_migration" VALUES(2,'0002_machine_serial','2026-11-25 01:50:40.073572');
INSERT INTO "schema_migration" VALUES(3,'0003_care','2026-11-25 01:50:40.077441');
CREATE TABLE "setup_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "school" VARCHAR(20) NOT NULL,
    "window_days" INTEGER NOT NULL CHECK (window_days >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "setup_version" VALUES(1,99,3,'mains','scale',3);
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
CREATE TABLE "water_test" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "day" DATE NOT NULL,
    "total_dh" REAL,
    "carbonate_dh" REAL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "water_test" VALUES(1,97,1,'mains','2026-03-02',18.0,14.0);
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
CREATE INDEX "prompt_entry_id" ON "prompt" ("entry_id");
CREATE INDEX "prompt_machine_id" ON "prompt" ("machine_id");
CREATE INDEX "prompt_gone_entry_id" ON "prompt_gone" ("entry_id");
CREATE INDEX "prompt_gone_prompt_id" ON "prompt_gone" ("prompt_id");
CREATE INDEX "bar_reading_entry_id" ON "bar_reading" ("entry_id");
CREATE INDEX "bar_reading_machine_id" ON "bar_reading" ("machine_id");
CREATE INDEX "kind_version_entry_id" ON "kind_version" ("entry_id");
COMMIT;
