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
INSERT INTO "absence" VALUES(1,37,1,NULL,'2026-12-21','2027-01-08','between the years');
CREATE TABLE "bar_reading" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "percent" INTEGER NOT NULL CHECK (percent BETWEEN 0 AND 100),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "bar_reading" VALUES(1,30,2,'brew-tablet','2026-11-22T12:00:00Z',40);
CREATE TABLE "care_done" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT,
    "value" INTEGER,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    CHECK (at IS NOT NULL OR value IS NOT NULL));
INSERT INTO "care_done" VALUES(1,3,1,'brew-tablet',NULL,950);
INSERT INTO "care_done" VALUES(2,3,1,'grease','2026-10-15T12:00:00Z',NULL);
INSERT INTO "care_done" VALUES(3,19,2,'filter-change','2026-11-06T12:00:00Z',NULL);
INSERT INTO "care_done" VALUES(4,21,1,'grounds-drawer','2026-11-22T12:00:00Z',NULL);
INSERT INTO "care_done" VALUES(5,22,1,'group-rinse','2026-11-22T12:00:00Z',NULL);
INSERT INTO "care_done" VALUES(6,31,1,'brew-tablet','2026-11-21T12:19:00Z',NULL);
INSERT INTO "care_done" VALUES(7,31,1,'drip-tray','2026-11-21T12:19:00Z',NULL);
INSERT INTO "care_done" VALUES(8,31,1,'grounds-drawer','2026-11-21T12:19:00Z',NULL);
INSERT INTO "care_done" VALUES(9,32,2,'descale','2026-11-22T12:42:00Z',NULL);
INSERT INTO "care_done" VALUES(10,32,2,'drip-tray','2026-11-22T12:42:00Z',NULL);
INSERT INTO "care_done" VALUES(11,32,2,'grounds-drawer','2026-11-22T12:42:00Z',NULL);
INSERT INTO "care_done" VALUES(12,32,2,'tank-rinse','2026-11-22T12:42:00Z',NULL);
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
INSERT INTO "cartridge_fit" VALUES(1,19,2,'2026-11-06T12:00:00Z',700.0,0.0,0.0,'decarbonising',2);
CREATE TABLE "cause_tried" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "about" VARCHAR(80) NOT NULL,
    "cause" VARCHAR(255) NOT NULL,
    "was_it" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "cause_tried" VALUES(1,41,1,'Drawer full or out','drawer-full',1,'2026-11-18T12:00:00Z');
CREATE TABLE "cleaning" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "drinks" INTEGER NOT NULL CHECK (drinks > 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "cleaning" VALUES(1,31,1,'drinks','2026-11-21T12:19:00Z',1);
INSERT INTO "cleaning" VALUES(2,32,2,'drinks','2026-11-22T12:42:00Z',1);
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
    "source" VARCHAR(255) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "counter_reading" VALUES(1,3,1,'drinks','2026-10-15T12:00:00Z',1000,'start');
INSERT INTO "counter_reading" VALUES(2,4,2,'drinks','2026-10-25T12:00:00Z',400,'start');
INSERT INTO "counter_reading" VALUES(3,5,1,'drinks','2026-10-19T12:00:00Z',1090,'typed');
INSERT INTO "counter_reading" VALUES(4,6,1,'drinks','2026-10-22T12:00:00Z',1180,'typed');
INSERT INTO "counter_reading" VALUES(5,7,1,'drinks','2026-10-25T12:00:00Z',1270,'typed');
INSERT INTO "counter_reading" VALUES(6,8,1,'drinks','2026-10-28T12:00:00Z',1360,'typed');
INSERT INTO "counter_reading" VALUES(7,9,1,'drinks','2026-10-31T12:00:00Z',1450,'typed');
INSERT INTO "counter_reading" VALUES(8,10,1,'drinks','2026-11-03T12:00:00Z',1540,'typed');
INSERT INTO "counter_reading" VALUES(9,11,1,'drinks','2026-11-06T12:00:00Z',1630,'typed');
INSERT INTO "counter_reading" VALUES(10,12,1,'drinks','2026-11-09T12:00:00Z',1720,'typed');
INSERT INTO "counter_reading" VALUES(11,13,1,'drinks','2026-11-12T12:00:00Z',1810,'typed');
INSERT INTO "counter_reading" VALUES(12,14,1,'drinks','2026-11-15T12:00:00Z',1900,'typed');
INSERT INTO "counter_reading" VALUES(13,15,1,'drinks','2026-11-18T12:00:00Z',1990,'typed');
INSERT INTO "counter_reading" VALUES(14,16,1,'drinks','2026-11-21T12:00:00Z',2080,'typed');
INSERT INTO "counter_reading" VALUES(15,17,2,'drinks','2026-11-21T12:00:00Z',500,'typed');
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
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "device_event" VALUES(1,28,1,'grind-coarser','2026-11-20T12:00:00Z');
INSERT INTO "device_event" VALUES(2,29,1,'grind-drink','2026-11-20T12:00:00Z');
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
INSERT INTO "entry" VALUES(1,'site',NULL,'2026-09-25T12:00:00Z','2026-09-25T12:00:00Z',NULL,'Old Works set up','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(2,'keeper',NULL,'2026-09-25T12:00:00Z','2026-09-25T12:00:00Z',NULL,'Ada Brook (AB) added','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(3,'machine',1,'2026-10-15T12:00:00Z','2026-10-15T12:00:00Z',1,'Hall added','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(4,'machine',2,'2026-10-25T12:00:00Z','2026-10-25T12:00:00Z',1,'Lab added','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(5,'reading',1,'2026-10-19T12:00:00Z','2026-10-19T12:00:00Z',1,'Counter 1 090','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(6,'reading',1,'2026-10-22T12:00:00Z','2026-10-22T12:00:00Z',1,'Counter 1 180','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(7,'reading',1,'2026-10-25T12:00:00Z','2026-10-25T12:00:00Z',1,'Counter 1 270','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(8,'reading',1,'2026-10-28T12:00:00Z','2026-10-28T12:00:00Z',1,'Counter 1 360','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(9,'reading',1,'2026-10-31T12:00:00Z','2026-10-31T12:00:00Z',1,'Counter 1 450','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(10,'reading',1,'2026-11-03T12:00:00Z','2026-11-03T12:00:00Z',1,'Counter 1 540','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(11,'reading',1,'2026-11-06T12:00:00Z','2026-11-06T12:00:00Z',1,'Counter 1 630','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(12,'reading',1,'2026-11-09T12:00:00Z','2026-11-09T12:00:00Z',1,'Counter 1 720','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(13,'reading',1,'2026-11-12T12:00:00Z','2026-11-12T12:00:00Z',1,'Counter 1 810','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(14,'reading',1,'2026-11-15T12:00:00Z','2026-11-15T12:00:00Z',1,'Counter 1 900','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(15,'reading',1,'2026-11-18T12:00:00Z','2026-11-18T12:00:00Z',1,'Counter 1 990','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(16,'reading',1,'2026-11-21T12:00:00Z','2026-11-21T12:00:00Z',1,'Counter 2 080','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(17,'reading',2,'2026-11-21T12:00:00Z','2026-11-21T12:00:00Z',1,'Counter 500','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(18,'water',NULL,'2026-11-04T12:00:00Z','2026-11-04T12:00:00Z',1,'Water “mains” tested: total 17 °dH, carbonate 14 °dH','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(19,'filter',2,'2026-11-06T12:00:00Z','2026-11-06T12:00:00Z',1,'Filter fitted: 700 °dH·L','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(20,'setup',2,'2026-11-06T12:00:00Z','2026-11-06T12:00:00Z',1,'Set up: water “mains”, descaling by scale','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(21,'done',1,'2026-11-22T12:00:00Z','2026-11-22T12:00:00Z',1,'Grounds drawer','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(22,'done',1,'2026-11-22T12:00:00Z','2026-11-22T12:00:00Z',1,'Brew-group rinse','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(23,'prompt',1,'2026-11-15T12:00:00Z','2026-11-15T12:00:00Z',1,'The machine asks for: Brew-group tablet','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(24,'prompt',1,'2026-11-16T12:00:00Z','2026-11-16T12:00:00Z',1,'No longer asked for: Brew-group tablet','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(25,'prompt',1,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'The machine asks for: Descale','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(26,'lamp',1,'2026-11-18T12:00:00Z','2026-11-18T12:00:00Z',1,'Seen: Empty the drawer','Drawer flashing red',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(27,'lamp',1,'2026-11-19T12:00:00Z','2026-11-19T12:00:00Z',1,'Seen: The panel is dark','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(28,'event',1,'2026-11-20T12:00:00Z','2026-11-20T12:00:00Z',1,'Grind one notch coarser','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(29,'event',1,'2026-11-20T12:00:00Z','2026-11-20T12:00:00Z',1,'Drink 1 to judge the grind','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(30,'bar',2,'2026-11-22T12:00:00Z','2026-11-22T12:00:00Z',1,'Brew-group tablet: bar at 40 %','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(31,'run',1,'2026-11-21T12:00:00Z','2026-11-21T12:00:00Z',1,'Brew-group tablet','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(32,'run',2,'2026-11-22T12:00:00Z','2026-11-22T12:00:00Z',1,'Descale','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(33,'run',2,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',1,'Brew-group rinse','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(34,'put off',1,'2026-11-24T12:00:00Z','2026-11-24T12:00:00Z',1,'Grease put off','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(35,'stock',NULL,'2026-11-12T12:00:00Z','2026-11-12T12:00:00Z',1,'Brew-group tablets: 9 tablets counted','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(36,'stock',NULL,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'Brew-group tablets: 20 tablets bought','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(37,'absence',NULL,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'Away, everybody: Mon 21 Dec 2026 to Fri 8 Jan 2027','between the years',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(38,'part',1,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'Float broken','sticks',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(39,'switch',1,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'Bean hoppers switched off','no beans',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(40,'limit',1,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'Brew-group tablet: every 180 drinks','weak water',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(41,'cause',1,'2026-11-18T12:00:00Z','2026-11-18T12:00:00Z',1,'The drawer is full: that was it','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(42,'kind',NULL,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'Kind “Office tower with milk fridge” written','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(43,'procedure',NULL,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',1,'Procedure “Grease the brew group” written','',NULL,NULL,NULL);
INSERT INTO "entry" VALUES(44,'prompt',1,'2026-11-24T10:00:00Z','2026-11-24T12:00:00Z',1,'The machine asks for: Brew-group tablet','','2026-11-24T12:00:00Z',1,NULL);
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
INSERT INTO "item_switch" VALUES(1,39,1,'hoppers',1,'no beans');
CREATE TABLE "keeper" ("id" INTEGER NOT NULL PRIMARY KEY);
INSERT INTO "keeper" VALUES(1);
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
INSERT INTO "keeper_version" VALUES(1,2,1,'Ada Brook','AB',1);
CREATE TABLE "kind_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "key" VARCHAR(255) NOT NULL,
    "text" TEXT NOT NULL,
    "deleted" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "kind_version" VALUES(1,42,'office-tower-2','key: office-tower-2
title: Office tower with milk fridge
blurb: A tall machine with two bean hoppers, a colour display and a fridge for milk beside it. Its brew group comes out with two tabs.
look: {width: 214, height: 400, corner: 10, crown: twin hopper, tank: plumbed, panel: colour, milk: fridge, group: removable, stand: cabinet, lamps: 4}
parts:
  hopper: {label: Bean hoppers, circuit: body}
  grinder: {label: Grinder, circuit: brew}
  funnel: {label: Powder funnel, circuit: brew}
  group: {label: Brew group, circuit: brew, removable: true, note: Lukewarm water only.}
  boiler: {label: Heater, circuit: water}
  pump: {label: Pump, circuit: water}
  mains: {label: Water tap, circuit: water}
  filter: {label: Line filter, circuit: water}
  outlet: {label: Coffee outlet, circuit: brew}
  fridge: {label: Milk fridge, circuit: milk}
  drawer: {label: Grounds drawer, circuit: waste, removable: true, tolerates: [soap, dishwasher]}
  tray: {label: Drip tray with drain, circuit: waste, removable: true, tolerates: [soap]}
  door: {label: Front door, circuit: body}
  panel: {label: Colour display, circuit: body}
capacities: {tank_ml: 0, tray_ml: 1200, drawer_pucks: 40}
counters: [drinks, milk, litres]
traits: [removable-group, plumbed, menu, drain, milk-programme, two-outlets]
volumes: {descale_mix: 2000, descale_coffee: 1000, descale_second: 900, rinse_water: 2000, rinse_coffee: 1000, rinse_second: 900, milk_mix: 1000, milk_fresh: 1000}
products: {descaler: descaler-liquid, milk-cleaner: milk-liquid}
durations: {programme: [9, 13, 18], descale_pump: [15, 25, 35], milk_programme: [4, 6, 9], acid_programme: [5, 8, 12]}
words:
  second_outlet: the milk outlet
  start_descale: "On the display choose Care, then Scale, and confirm. It asks for the key code."
  descale_asks: The display shows the canister rinsed.
  descale_over: The display shows the drinks.
  start_milk_wash: "On the display choose Care, then Milk, and confirm."
  start_acid_wash: "On the display choose Care, then Milk with acid, and confirm."
  milk_wash_over: The display shows the drinks.
  start_milk_rinse: Press the drop beside the milk drinks.
  canister: the care canister from the cabinet
  lock_screen: Press the lock in the corner of the display.
  short_rinse: Press Rinse on the care page.
  jug: 1.5 L
  start_programme: On the display choose Care, then Brew group, and confirm. It asks for the key code.
  asks_for_tablet: The display shows the tablet and a steady bar.
  tablet_place: the brew group
  tablet_how: Door open, lay it flat into the open chamber, door shut, confirm.
  programme_over: The display says that the group is clean and shows the drinks.
  release: Front door open, press both tabs together, and pull.
  refit: Both arrows in line.
drinks:
  - {name: Espresso, water_ml: 40, share: 0.2}
  - {name: Long coffee, water_ml: 120, share: 0.3}
  - {name: Milk coffee, water_ml: 45, share: 0.5, milk: true}
rinses: {on_ml: 120, off_ml: 150}
bars: {brew-tablet: "Bar beside Brew group, on the care page", acid-milk-wash: "Bar beside Milk, on the care page"}
items:
  brew-tablet: {like: brew-tablet, triggers: [{prompt: true}, {drinks: 220}, {days: 30}]}
  group-rinse: {like: group-rinse, minutes: 7, triggers: [{days: 7}, {drinks: 350}]}
  grease: {like: grease}
  group-strip-down: {like: group-strip-down, triggers: [{months: 6}, {drinks: 15000}]}
  inside: {like: inside}
  outlets: {like: outlets}
  brew-flush: {like: brew-flush}
  milk-rinse: {like: milk-rinse, part: fridge}
  milk-wash: {like: milk-wash, part: fridge}
  acid-milk-wash: {like: acid-milk-wash, part: fridge}
  milk-strip-down: {like: milk-strip-down, part: fridge}
  fridge-check: {like: fridge-check}
  grounds-drawer: {like: grounds-drawer, triggers: [{hours_after_first_drink: 72}, {drinks: 40}], settles: []}
  drain-passage: {like: drain-passage}
  hoppers: {like: hoppers}
  filter-change: {like: filter-change, triggers: [{filter_spent: true}, {months: 6}]}
  descale: {like: descale, triggers: [{prompt: true}, {scale_grams: 25, school: scale}, {months: 12, school: calendar}]}
  wipe-down: {like: wipe-down}
  leaving: {like: leaving, part: fridge}
  storage-emptying: {like: storage-emptying}
  return: {like: return, part: outlet}
cartridge: {capacity_dh_l: 12000, bypass: 0.1, months: 6}
hardness:
  where: In the service menu, under Water.
  levels: [{level: "soft", up_to_dh: 7}, {level: "medium", up_to_dh: 14}, {level: "hard"}]
access:
  - {what: Care page, how: It asks for the key code., needed_for: [programme, milk, descale]}
  - {what: Key, how: It hangs inside the cabinet door., needed_for: [door]}
panel:
  messages:
    - {says: Brew group asks for its tablet, asks_for: brew-tablet, force: can be put off}
    - {says: Milk care with acid is due, asks_for: acid-milk-wash, force: no drinks until done}
    - {says: Descaling is due, asks_for: descale, force: urgent}
    - {says: Drawer full}
    - {says: Milk nearly empty}
    - {says: No water}
  patterns:
    - {message: Drawer full, means: Empty the drawer, sort: empty, part: drawer, force: no drinks until done, causes: [drawer-full, drawer-unseen, drawer-clock, drawer-not-home]}
    - {message: Brew group asks for its tablet, means: Brew-group tablet, sort: care asked for, asks_for: brew-tablet, force: can be put off, causes: [tablet-asked, short-instead-of-long]}
    - {message: Milk care with acid is due, means: Acid milk wash, sort: care asked for, asks_for: acid-milk-wash, force: no drinks until done, causes: [acid-asked]}
    - {message: Descaling is due, means: Descale, sort: care asked for, asks_for: descale, force: urgent, causes: [descale-asked, hardness-set-wrong]}
    - {message: No water, means: No water comes, sort: fault, part: mains, force: no drinks until done, causes: [tap-shut, filter-due, scaled-up, electronics]}
    - {message: Milk nearly empty, means: Fill milk, sort: refill, part: fridge, causes: [milk-warm]}
notes:
  - The key hangs inside the cabinet door.
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
INSERT INTO "limit_version" VALUES(1,40,1,'brew-tablet','drinks',180,'weak water');
CREATE TABLE "machine" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "machine" VALUES(1,1);
INSERT INTO "machine" VALUES(2,1);
CREATE TABLE "machine_version" ("id" INTEGER NOT NULL PRIMARY KEY, "entry_id" INTEGER NOT NULL, "machine_id" INTEGER NOT NULL, "name" VARCHAR(60) NOT NULL, "kind" VARCHAR(60) NOT NULL, "place" VARCHAR(80) NOT NULL, "guess_per_day" REAL CHECK (guess_per_day >= 0), "retired" INTEGER NOT NULL, "serial" VARCHAR(40) NOT NULL, FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"), FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "machine_version" VALUES(1,3,1,'Hall','removable-tabletop','hall 2',NULL,0,'');
INSERT INTO "machine_version" VALUES(2,4,2,'Lab','jug-compact','',NULL,0,'');
CREATE TABLE "panel_sighting" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    "lamps" TEXT NOT NULL,
    "message" VARCHAR(120) NOT NULL,
    "put_off" INTEGER NOT NULL,
    "value" INTEGER CHECK (value >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "panel_sighting" VALUES(1,26,1,'2026-11-18T12:00:00Z','{"drawer":"flashing red"}','',0,NULL);
INSERT INTO "panel_sighting" VALUES(2,27,1,'2026-11-19T12:00:00Z','{}','',0,NULL);
CREATE TABLE "part_note" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "part" VARCHAR(255) NOT NULL,
    "state" VARCHAR(255) NOT NULL,
    "note" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "part_note" VALUES(1,38,1,'float','broken','sticks');
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
INSERT INTO "procedure_version" VALUES(1,43,'grease-2','# Amounts: common practice, no source; the machine''s manual comes first.
key: grease-2
title: Grease the brew group
circuit: brew
needs:
  - {role: grease}
  - {amount: "1", thing: lint-free cloth}
  - {amount: "1", thing: cotton bud or clean finger}
cautions: [hot, unplug]
afterwards: Two coffees later, look for grease in the cup. There should be none.
inspects: [seals]
steps:
  - do: Switch off, unplug, let it cool
    text: A cup under the spout for the last rinse. Then pull the plug.
    circuit: body
    part: panel
    pose: press
    caution: Unplug before reaching inside.
  - do: Take the tank out
    text: The door opens only when the tank is out of the way.
    circuit: water
    part: tank
    pose: tank-out
    takes_out: tank
    when: [tank-out-first]
  - do: Take the group out and rinse it
    text: "{release} Lukewarm water over it, brush the tracks."
    part: group
    pose: group-half
    takes_out: group
    access: door
    mistake: Grease on old grounds makes a grinding paste. Rinse first.
  - check: Is the group dry?
    text: Wipe old grease and water off shaft, rails and O-ring with the lint-free cloth.
    part: group
    pose: wipe
    truth: group-dry
    done_label: Clean and dry
    on_no: Wipe once more. Grease does not hold on a wet shaft.
  - do: Grease the shaft
    text: A thin film of silicone grease, thinner than you think. Turn it once and take off what stands proud.
    part: group
    pose: group-out
    caution: Silicone grease for drinking-water fittings only. No oil, no kitchen fat.
    why: A dry shaft squeals, needs force and wears its seals.
  - do: Grease the rails
    text: Both tracks on which the group slides, the same thin film.
    part: group
    pose: group-out
  - do: Grease the O-ring
    text: A trace, with the fingertip, all the way round. Look for cracks while you are there.
    part: group
    pose: group-out
    mistake: A thick ring of grease ends up in the screen and in the cup.
  - do: Slide it in until it clicks
    text: "{refit} Do not touch the release while it goes in."
    part: group
    pose: group-half
    puts_back: group
    mistake: Never force it. Home position first.
  - check: Pull gently. Does it hold?
    text: It should not move.
    part: group
    truth: pull-test
    done_label: Yes, it holds
    on_no: Take it out, bring it to its home position, and slide it in again until it clicks.
  - do: Close up and switch on
    text: Tank and door in place, plug in, a cup under the spout.
    circuit: body
    part: panel
    pose: press
    puts_back: tank
    done_label: It is ready
',0);
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
CREATE TABLE "prompt" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "prompt" VALUES(1,23,1,'brew-tablet','2026-11-15T12:00:00Z');
INSERT INTO "prompt" VALUES(2,25,1,'descale','2026-11-23T12:00:00Z');
INSERT INTO "prompt" VALUES(3,31,1,'brew-tablet','2026-11-21T12:19:01Z');
INSERT INTO "prompt" VALUES(4,44,1,'brew-tablet','2026-11-24T10:00:00Z');
CREATE TABLE "prompt_gone" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "prompt_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("prompt_id") REFERENCES "prompt" ("id"));
INSERT INTO "prompt_gone" VALUES(1,24,1,'2026-11-16T12:00:00Z');
CREATE TABLE "put_off" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "until" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "put_off" VALUES(1,34,1,'grease','2026-11-24T12:00:00Z','2026-11-26T12:00:00Z');
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
INSERT INTO "run" VALUES(1,31,1,'brew-tablet','{"key":"brew-tablet","title":"Brew-group tablet","circuit":"brew","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Take the drip tray out level, with two hands, and empty it. Empty the grounds drawer. Push both home, even if they were empty already.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Both are empty and in","on_no":"","caution":"A full tray is hot and slippery. Two hands.","mistake":"","why":"The programme fills the tray, and a machine that was not shown an empty tray stops in the middle to ask for it.","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Fill the tank to the mark","text":"Rinse the tank, fill it with fresh water and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"The programme needs more water than a drink; running dry in the middle leaves cleaner inside.","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Put a jug under the coffee outlet","text":"At least 1 L. Set the outlet low enough not to splash.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Start the cleaning programme","text":"Hold the rinse button for five seconds, until its lamp flashes.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"The short rinse is not the cleaning programme. If it is over within a minute, it was the rinse.","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"Cleaning programme: Hold the rinse button for five seconds; a short press is the short rinse.","starts_over":true},{"kind":"check","title":"Does the machine ask for the tablet?","text":"The rinse lamp flashes twice as fast and the pump is silent.","circuit":"body","part":"panel","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, it asks","on_no":"Wait for it. Thrown in early, the tablet is washed away before it can work.","caution":"","mistake":"Not yet. Only when the machine asks.","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"One tablet, into the powder funnel","text":"Lid open, tablet in, lid shut. Press the rinse button once.","circuit":"brew","part":"funnel","pose":"tablet-in","duration":null,"duration_name":"","over_when":"","done_label":"It is in","on_no":"","caution":"Dry fingers. One tablet only, and never water into the powder funnel.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["brew","brew-cleaner"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"The machine soaks and flushes. Leave it alone.","text":"Minutes of silence between bursts are normal, and its own countdown may jump.","circuit":"brew","part":"group","pose":"jug-under","duration":{"low_s":420,"likely_s":600,"high_s":840},"duration_name":"programme","over_when":"The rinse lamp goes out and the heater lamp is steady.","done_label":"It is over","on_no":"","caution":"Do not switch off and do not open it while it works. For a leak, smoke or sparks, pull the main switch at once.","mistake":"","why":"The tablet needs its time to loosen the oils; cut short, it stays in the group.","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":8}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out the jug, the tray and the drawer","text":"What is in them holds cleaner. Pour it down the sink and rinse jug, tray and drawer.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Hot. Two hands for the tray.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Draw one coffee and throw it away","text":"It carries the last traces off. Look at it, smell it, pour it down the sink.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Thrown away","on_no":"","caution":"","mistake":"","why":"It counts on the machine''s counter; the book takes it off again.","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":120,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["brew"],"takes_out":"","puts_back":"","access":"","starts_over":false}],"needs":[{"amount":"","thing":"","role":"brew-cleaner","mix_ml":null},{"amount":"1","thing":"jug, 1 L","role":"","mix_ml":null},{"amount":"1","thing":"lint-free cloth","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is alkaline and burns skin and eyes. Gloves and eye protection for powder and concentrate; away from children; never with an acid, a descaler or anything chlorinated.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":1,"afterwards":"Wipe the spouts and put the machine back into service.","settles":["grounds-drawer","drip-tray"],"starts_over":"The programme begins again from its start, without a second tablet. What is inside is rinsed out by it.","lamp_reasons":[{"text":"The short rinse was run instead of the long cleaning programme. Over within a minute, it was the rinse.","item":"brew-tablet"},{"text":"The programme was left by the first screen that offered it again.","item":""},{"text":"Another care lights the same lamp: descaling may be due as well.","item":"descale"}],"inspects":["screen"],"outlets":[["coffee","the coffee outlet"]]}','2026-11-21T12:00:00Z','{"products":{"brew-cleaner":{"key":"brew-tablets","title":"Brew-group tablets","role":"brew-cleaner","form":"tablet","chemistry":"alkaline","unit":"tablet","dose":1.0,"per_l":null,"whole":true}},"accepts":{"brew-cleaner":["oxidising","alkaline"]},"inside":[],"filter_fitted":true,"vessels":{"coffee":1000}}');
INSERT INTO "run" VALUES(2,32,2,'descale','{"key":"descale","title":"Descale","circuit":"water","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Out, emptied, wiped out, dry at their seats, home again. Also when they were empty.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Two hands.","mistake":"","why":"Trays, even drained ones, ask to be emptied up to four times while this runs; water left in the seat makes them ask again.","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Take the filter out of the tank","text":"Into a glass of water, or away if it is due.","circuit":"water","part":"filter","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"It is out","on_no":"","caution":"","mistake":"","why":"Descaler ruins the cartridge, and the cartridge weakens the descaler.","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"filter","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Jug half full of water, fitted","text":"The programme runs through the frother, too.","circuit":"milk","part":"jug","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["has-jug"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"A sachet, and the tank filled to 1.5 L","text":"The powder first, water on top, stir until it is clear.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"Do not breathe the dust. Gloves.","mistake":"","why":"","cleaner":"","when":["descaler-sachet","not plumbed"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":1500,"amount_of":"water with one sachet of descaler","delivers":[],"tips":[],"puts":[["tank","descaler"],["water","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"A container under the coffee outlet","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"One container for two outlets. Each that delivers wants its own.","why":"","cleaner":"","when":["not container-for-tray"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"A container under the jug\u2019s spout","text":"It delivers about as much as the other.","circuit":"milk","part":"jug","pose":"under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Forgotten, half of the acid runs over the counter.","why":"","cleaner":"","when":["two-outlets"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Start descaling","text":"Press menu, turn to Descaling, press to confirm.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not no-programme"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true},{"kind":"machine","title":"Stage one. It pumps and waits","text":"Silent minutes are normal. Its remaining time is not steady.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":600,"likely_s":1080,"high_s":1800},"duration_name":"descale_pump","over_when":"The display asks for fresh water.","done_label":"It asks for fresh water","on_no":"","caution":"It is not stopped now, except for a leak, a scald, smoke or sparks. Then the main switch, at once.","mistake":"","why":"Acid needs its time on the scale; that is what the silent minutes are.","cleaner":"","when":["two-outlets","not no-programme"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":800,"bursts":6},{"outlet":"second","ml":650,"bursts":6}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip everything out","text":"Containers, tray, what is left in the tank. Plenty of water after it.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot acid. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Rinse the tank itself","text":"Twice, lid and valve too.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":["tank"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Fresh water to the mark","text":"Tank home. Where the programme asks for the filter now, put it in now.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"Stage two. It rinses","text":"Containers under every outlet again.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":240,"likely_s":360,"high_s":600},"duration_name":"descale_rinse","over_when":"The display thanks you and shows the drinks.","done_label":"It is over","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-outlets","not no-programme"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":750,"bursts":5},{"outlet":"second","ml":650,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out again","text":"Containers and tray.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Does it run clear, without a sour smell?","text":"Draw a little hot water and smell it.","circuit":"water","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Rinse once more with fresh water. No drinks until it is clear.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":100,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["water"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Filter back","text":"Held under water until no bubble rises. Press it home until it sits level.","circuit":"water","part":"filter","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Forgotten, the next scale is already on its way.","why":"","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"filter","access":"","starts_over":false},{"kind":"pour","title":"Tank fresh, to the mark","text":"Push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Are valves, hose and tray back?","text":"Steam valve shut, hose and jug in their place, tray dry and home, slides in their working position.","circuit":"water","part":"jug","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, all back","on_no":"Bring them back. An open valve steams at the next start.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"levers-back","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Short rinse, and throw the first two cups away","text":"Press menu, turn to Rinse, press to confirm. Then two cups, tasted by nobody.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Both thrown away","on_no":"","caution":"","mistake":"","why":"They count on the machine''s counter; the book takes them off.","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":240,"bursts":2}],"tips":["coffee"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false}],"needs":[{"amount":"","thing":"","role":"descaler","mix_ml":1500},{"amount":"1.5 L","thing":"water for the mix","role":"","mix_ml":null},{"amount":"1.5 L","thing":"fresh water for each rinse","role":"","mix_ml":null},{"amount":"1","thing":"container under the coffee outlet","role":"","mix_ml":null},{"amount":"1","thing":"container under the jug\u2019s spout","role":"","mix_ml":null},{"amount":"1","thing":"cloth for splashes","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is an acid. Gloves and eye protection; away from children; never with another cleaner or anything chlorinated. Splashes off stone, metal and wood at once.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","Electrical, pressure and water-connection work is for trained and licensed people.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":2,"afterwards":"What is left of the mix is thrown away. Rinse the brew group today, where there is one to take out.","settles":["tank-rinse","grounds-drawer","drip-tray"],"starts_over":"The machine begins its rinse by itself, or the stage again. Never a second dose; fresh water, and rinse until it ends.","lamp_reasons":[{"text":"The programme was not run to its very end: it asks for one more rinse.","item":""},{"text":"It asks for the other care: the brew-group tablet lights the same lamp.","item":"brew-tablet"},{"text":"The hardness set in the machine is higher than the water''s.","item":""}],"inspects":[],"outlets":[["coffee","the coffee outlet"],["second","the jug\u2019s spout"]]}','2026-11-22T12:00:00Z','{"products":{"descaler":{"key":"descaler-sachets","title":"Descaler in sachets","role":"descaler","form":"sachet","chemistry":"descaling acid","unit":"sachet","dose":1.0,"per_l":null,"whole":true}},"accepts":{"descaler":["descaling acid"]},"inside":[],"filter_fitted":true,"vessels":{"coffee":1000,"second":1000}}');
INSERT INTO "run" VALUES(3,33,2,'group-rinse','{"key":"group-rinse","title":"Brew-group rinse","circuit":"brew","steps":[{"kind":"do","title":"Switch off, and let it finish its rinse","text":"A cup under the spout first, since it rinses when it is switched off. Then pull the plug.","circuit":"body","part":"panel","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Unplug before reaching inside.","mistake":"A few machines ask for the group in the middle of a programme and want it back at once. Then their prompt wins.","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":60,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Take the tank out","text":"The door opens only when the tank is out of the way. Stand it on a cloth.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["tank-out-first"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"tank","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Release the group and pull it out","text":"Door open, push the slide up, and pull. A hand under it: grounds fall.","circuit":"brew","part":"group","pose":"group-half","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"If it does not move, it is not in its home position. Close up, switch on and off again, and try once more. Never force it.","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"group","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Rinse it under lukewarm water","text":"Turn it under the tap until it runs clear. Brush the screen and the tracks.","circuit":"brew","part":"group","pose":"group-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Lukewarm or cold. Boiling water and detergent ruin seals and grease.","mistake":"","why":"Damp grounds harden and bind the group within days.","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Wipe out its chamber","text":"Loose grounds out with the brush, then a damp cloth. Nothing wet onto contacts.","circuit":"brew","part":"door","pose":"brush","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Nothing metal, nothing dripping.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"ask","title":"How shall it dry?","text":"Air-dried overnight is best, when the machine can stand still. When people wait, wipe it.","circuit":"brew","part":"group","pose":"group-out","duration":null,"duration_name":"","over_when":"","done_label":"Write it down","on_no":"","caution":"","mistake":"","why":"A cloth leaves fibres, so air is better; a wet group gathers grounds, so dry is better than at once.","cleaner":"","when":[],"only":[],"ask":{"key":"drying","sort":"choice","choices":["in the air","with a cloth"],"unit":"","low":0.0,"high":1000000000.0,"good_low":null,"good_high":null,"when_off":"","counter":""},"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"wait","title":"Let it dry in the air","text":"On its side, on a cloth, out of the way. The run waits; pause it and come back tomorrow.","circuit":"brew","part":"group","pose":"group-out","duration":{"low_s":3600,"likely_s":36000,"high_s":72000},"duration_name":"","over_when":"No drop falls when you shake it.","done_label":"Go on","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[{"key":"drying","answers":["in the air"]}],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Shake it and wipe it","text":"Shake the water out, then wipe it with a cloth that leaves no fibres.","circuit":"brew","part":"group","pose":"wipe","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[{"key":"drying","answers":["with a cloth"]}],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Is the group dry?","text":"Screen, tracks and underside.","circuit":"brew","part":"group","pose":"group-out","duration":null,"duration_name":"","over_when":"","done_label":"Yes, it is dry","on_no":"Give it time, or shake it and wipe it once more. Loose grounds stick to damp plastic.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"group-dry","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Slide it in until it clicks","text":"Slide up, hook up, marks in line. Do not touch the release while it goes in.","circuit":"brew","part":"group","pose":"group-half","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"If it does not go in, bring it to its home position. Switch off and on once with the door shut; the group then stands in its home position. Never force it.","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"group","access":"","starts_over":false},{"kind":"check","title":"Pull gently. Does it hold?","text":"It should not move.","circuit":"brew","part":"group","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, it holds","on_no":"Take it out, bring it to its home position, marks in line, and slide it in again until it clicks.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"pull-test","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Tank back","text":"Fresh water, and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["tank-out-first"],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"tank","access":"","starts_over":false},{"kind":"do","title":"Close up and switch on","text":"Door shut, plug in. A cup under the spout, since it rinses when it is switched on.","circuit":"body","part":"panel","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"It is ready","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"truth":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":60,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false}],"needs":[{"amount":"1","thing":"soft brush","role":"","mix_ml":null},{"amount":"1","thing":"lint-free cloth","role":"","mix_ml":null},{"amount":"1","thing":"tray or bowl for the wet group","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","Switch off and unplug before you reach inside. Never immerse the machine, never spray it.","No dishwasher, no boiling water, no metal tools, unless the manual of this part allows it.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":0,"afterwards":"The group is in, dry and proved. Draw the first coffee when it is ready.","settles":[],"starts_over":"","lamp_reasons":[],"inspects":["seals"],"outlets":[["coffee","the coffee outlet"]]}','2026-11-24T12:00:00Z','{"products":{},"accepts":{},"inside":[],"filter_fitted":true,"vessels":{"coffee":500}}');
CREATE TABLE "run_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "run_id" INTEGER NOT NULL,
    "kind" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "step" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL,
    FOREIGN KEY ("run_id") REFERENCES "run" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "run_event" VALUES(1,1,'advance','2026-11-21T12:01:00Z',0,1,'');
INSERT INTO "run_event" VALUES(2,1,'advance','2026-11-21T12:02:00Z',1,1,'');
INSERT INTO "run_event" VALUES(3,1,'advance','2026-11-21T12:03:00Z',2,1,'');
INSERT INTO "run_event" VALUES(4,1,'advance','2026-11-21T12:04:00Z',3,1,'');
INSERT INTO "run_event" VALUES(5,1,'advance','2026-11-21T12:05:00Z',4,1,'');
INSERT INTO "run_event" VALUES(6,1,'advance','2026-11-21T12:06:00Z',5,1,'');
INSERT INTO "run_event" VALUES(7,1,'advance','2026-11-21T12:17:00Z',6,1,'');
INSERT INTO "run_event" VALUES(8,1,'advance','2026-11-21T12:18:00Z',7,1,'');
INSERT INTO "run_event" VALUES(9,1,'advance','2026-11-21T12:19:00Z',8,1,'');
INSERT INTO "run_event" VALUES(10,1,'finish','2026-11-21T12:19:00Z',9,1,'');
INSERT INTO "run_event" VALUES(11,2,'advance','2026-11-22T12:01:00Z',0,1,'');
INSERT INTO "run_event" VALUES(12,2,'advance','2026-11-22T12:02:00Z',1,1,'');
INSERT INTO "run_event" VALUES(13,2,'advance','2026-11-22T12:03:00Z',2,1,'');
INSERT INTO "run_event" VALUES(14,2,'advance','2026-11-22T12:04:00Z',3,1,'');
INSERT INTO "run_event" VALUES(15,2,'advance','2026-11-22T12:05:00Z',4,1,'');
INSERT INTO "run_event" VALUES(16,2,'advance','2026-11-22T12:06:00Z',5,1,'');
INSERT INTO "run_event" VALUES(17,2,'advance','2026-11-22T12:07:00Z',6,1,'');
INSERT INTO "run_event" VALUES(18,2,'advance','2026-11-22T12:26:00Z',7,1,'');
INSERT INTO "run_event" VALUES(19,2,'advance','2026-11-22T12:27:00Z',8,1,'');
INSERT INTO "run_event" VALUES(20,2,'advance','2026-11-22T12:28:00Z',9,1,'');
INSERT INTO "run_event" VALUES(21,2,'advance','2026-11-22T12:29:00Z',10,1,'');
INSERT INTO "run_event" VALUES(22,2,'advance','2026-11-22T12:36:00Z',11,1,'');
INSERT INTO "run_event" VALUES(23,2,'advance','2026-11-22T12:37:00Z',12,1,'');
INSERT INTO "run_event" VALUES(24,2,'advance','2026-11-22T12:38:00Z',13,1,'');
INSERT INTO "run_event" VALUES(25,2,'advance','2026-11-22T12:39:00Z',14,1,'');
INSERT INTO "run_event" VALUES(26,2,'advance','2026-11-22T12:40:00Z',15,1,'');
INSERT INTO "run_event" VALUES(27,2,'advance','2026-11-22T12:41:00Z',16,1,'');
INSERT INTO "run_event" VALUES(28,2,'advance','2026-11-22T12:42:00Z',17,1,'');
INSERT INTO "run_event" VALUES(29,2,'finish','2026-11-22T12:42:00Z',18,1,'');
INSERT INTO "run_event" VALUES(30,3,'advance','2026-11-24T12:01:00Z',0,1,'');
INSERT INTO "run_event" VALUES(31,3,'advance','2026-11-24T12:02:00Z',1,1,'');
CREATE TABLE "schema_migration" ("id" INTEGER NOT NULL PRIMARY KEY, "name" VARCHAR(255) NOT NULL, "applied" DATETIME NOT NULL);
INSERT INTO "schema_migration" VALUES(1,'0001_first','2026-11-26 00:09:12.655166');
INSERT INTO "schema_migration" VALUES(2,'0002_machine_serial','2026-11-26 00:09:12.660973');
INSERT INTO "schema_migration" VALUES(3,'0003_care','2026-11-26 00:09:12.664172');
INSERT INTO "schema_migration" VALUES(4,'0004_device_event','2026-11-26 00:09:12.665123');
INSERT INTO "schema_migration" VALUES(5,'0005_guided','2026-11-26 00:09:12.668479');
INSERT INTO "schema_migration" VALUES(6,'0006_lamps','2026-11-26 00:09:12.669696');
CREATE TABLE "setup_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "school" VARCHAR(20) NOT NULL,
    "window_days" INTEGER NOT NULL CHECK (window_days >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "setup_version" VALUES(1,20,2,'mains','scale',2);
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
INSERT INTO "site_version" VALUES(1,1,1,'Old Works','Europe/Berlin','[[420,1080],[420,1080],[420,1080],[420,1080],[420,1080],null,null]');
CREATE TABLE "stock_move" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "move" VARCHAR(255) NOT NULL,
    "amount" REAL NOT NULL CHECK (amount >= 0),
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "stock_move" VALUES(1,31,'brew-tablets','used',1.0,'2026-11-21T12:19:00Z');
INSERT INTO "stock_move" VALUES(2,32,'descaler-sachets','used',1.0,'2026-11-22T12:42:00Z');
INSERT INTO "stock_move" VALUES(3,35,'brew-tablets','counted',9.0,'2026-11-12T12:00:00Z');
INSERT INTO "stock_move" VALUES(4,36,'brew-tablets','bought',20.0,'2026-11-23T12:00:00Z');
CREATE TABLE "truth_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "answer" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "truth_told" VALUES(1,31,1,'brew-tablet','lamp-out',0,'2026-11-21T12:19:00Z');
INSERT INTO "truth_told" VALUES(2,32,2,'descale','levers-back',1,'2026-11-22T12:42:00Z');
CREATE TABLE "water_test" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "day" DATE NOT NULL,
    "total_dh" REAL,
    "carbonate_dh" REAL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "water_test" VALUES(1,18,1,'mains','2026-11-02',17.0,14.0);
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
COMMIT;
