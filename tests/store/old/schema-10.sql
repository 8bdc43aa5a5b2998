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
    "value" INTEGER, "seq" INTEGER NOT NULL DEFAULT 0, "settled" TEXT, "start" VARCHAR(20) NOT NULL DEFAULT 'done',
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    CHECK (at IS NOT NULL OR value IS NOT NULL));
INSERT INTO "care_done" VALUES(1,3,1,'brew-tablet',NULL,900,10,'[]','done');
INSERT INTO "care_done" VALUES(2,3,1,'grease','2016-08-18T12:00:00Z',NULL,10,'[]','done');
INSERT INTO "care_done" VALUES(3,3,1,'grounds-drawer','2026-10-05T12:00:00Z',NULL,10,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(4,3,1,'descale','2026-08-26T12:00:00Z',NULL,10,'[]','done');
INSERT INTO "care_done" VALUES(5,4,1,'filter-change','2026-10-05T12:00:00Z',NULL,15,'["tank-wash","tank-rinse"]','done');
INSERT INTO "care_done" VALUES(6,6,1,'filter-change','2026-11-14T12:00:00Z',NULL,20,'["tank-wash","tank-rinse"]','done');
INSERT INTO "care_done" VALUES(7,15,1,'descale','2026-11-07T12:00:40Z',NULL,68,'[]','done');
INSERT INTO "care_done" VALUES(8,15,1,'drip-tray','2026-11-07T12:00:40Z',NULL,68,'[]','done');
INSERT INTO "care_done" VALUES(9,15,1,'grounds-drawer','2026-11-07T12:00:40Z',NULL,68,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(10,15,1,'tank-rinse','2026-11-07T12:00:40Z',NULL,68,'[]','done');
INSERT INTO "care_done" VALUES(11,16,3,'brew-tablet','2026-11-08T12:09:00Z',NULL,87,'[]','done');
INSERT INTO "care_done" VALUES(12,16,3,'drip-tray','2026-11-08T12:09:00Z',NULL,87,'[]','done');
INSERT INTO "care_done" VALUES(13,16,3,'grounds-drawer','2026-11-08T12:09:00Z',NULL,87,'["drip-tray"]','done');
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
INSERT INTO "cartridge_fit" VALUES(1,4,1,'2026-10-05T12:00:00Z',100.0,0.0,0.0,'decarbonising',2,0);
INSERT INTO "cartridge_fit" VALUES(2,6,1,'2026-11-14T12:00:00Z',900.0,0.0,0.0,'decarbonising',2,1);
INSERT INTO "cartridge_fit" VALUES(3,9,2,'2026-10-25T12:00:00Z',NULL,0.0,0.0,'decarbonising',2,0);
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
INSERT INTO "change" VALUES(-1,117);
INSERT INTO "change" VALUES(0,17);
INSERT INTO "change" VALUES(1,47);
INSERT INTO "change" VALUES(2,17);
INSERT INTO "change" VALUES(3,36);
CREATE TABLE "cleaning" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "drinks" INTEGER NOT NULL CHECK (drinks > 0), "seq" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "cleaning" VALUES(1,15,1,'drinks','2026-11-07T12:00:40Z',2,67);
INSERT INTO "cleaning" VALUES(2,16,3,'drinks','2026-11-08T12:09:00Z',2,86);
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
INSERT INTO "counter_reading" VALUES(5,14,3,'drinks','2026-11-06T12:00:00Z',10,'start',43);
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
INSERT INTO "entry" VALUES(11,'kind',NULL,'2026-11-04T12:00:00Z','2026-11-04T12:00:00Z',NULL,'Kind “Lamps-only tabletop” written','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(12,'procedure',NULL,'2026-11-04T12:00:00Z','2026-11-04T12:00:00Z',NULL,'Procedure “Milk rinse” written','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(13,'product',NULL,'2026-11-05T12:00:00Z','2026-11-05T12:00:00Z',NULL,'Own cleaner: alkaline, liquid','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(14,'machine',3,'2026-11-06T12:00:00Z','2026-11-06T12:00:00Z',NULL,'Counter C added','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(15,'run',1,'2026-11-07T12:00:00Z','2026-11-07T12:00:00Z',NULL,'Descale','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(16,'run',3,'2026-11-08T12:00:00Z','2026-11-08T12:00:00Z',NULL,'Brew-group tablet','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(17,'run',3,'2026-11-23T12:00:00Z','2026-11-23T12:00:00Z',NULL,'Descale','',NULL,NULL,NULL,NULL);
INSERT INTO "entry" VALUES(18,'run',2,'2026-11-22T12:00:00Z','2026-11-22T12:00:00Z',NULL,'Milk circuit wash','',NULL,NULL,NULL,NULL);
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
INSERT INTO "kind_version" VALUES(1,11,'removable-tabletop-2','key: removable-tabletop-2
title: Lamps-only tabletop
blurb: A small machine with lamps and no words, a steam wand, and a brew group that comes out at the side with one button.
look: {width: 196, height: 262, corner: 26, crown: hopper, tank: right, panel: lamps, milk: wand, group: removable, stand: feet, lamps: 5}
parts:
  hopper: {label: Bean hopper, circuit: body}
  grinder: {label: Grinder, circuit: brew}
  funnel: {label: Powder funnel, circuit: brew, note: Never pour water into it.}
  group: {label: Brew group, circuit: brew, removable: true, note: Lukewarm water only.}
  boiler: {label: Heater, circuit: water}
  pump: {label: Pump, circuit: water}
  tank: {label: Water tank, circuit: water, removable: true, tolerates: [soap]}
  filter: {label: Filter cartridge, circuit: water, removable: true}
  outlet: {label: Coffee outlet, circuit: brew, tolerates: [soap]}
  wand: {label: Steam wand, circuit: milk, tolerates: [soap]}
  drawer: {label: Grounds drawer, circuit: waste, removable: true, tolerates: [soap, dishwasher]}
  tray: {label: Drip tray, circuit: waste, removable: true, tolerates: [soap]}
  float: {label: Float, circuit: waste}
  door: {label: Side door, circuit: body}
  panel: {label: Lamp panel, circuit: body}
capacities: {tank_ml: 1700, tray_ml: 700, drawer_pucks: 14}
traits: [removable-group, tablet-funnel, two-outlets, two-rinses, valve-by-hand]
volumes: {descale_mix: 1000, descale_coffee: 500, descale_second: 450, rinse_water: 1500, rinse_coffee: 700, rinse_second: 700}
products: {descaler: descaler-liquid}
durations: {programme: [7, 10, 14], descale_pump: [12, 20, 30]}
words:
  second_outlet: the steam wand
  start_descale: "Hold the rinse and the steam button together for five seconds, until the care lamp flashes."
  descale_asks: The tank lamp flashes and the pump is silent.
  descale_over: The care lamp is out.
  short_rinse: Press the rinse button once.
  prime: Turn to steam without steam pressure and let water come from the wand until it runs evenly.
  powder_mode: Press the powder button.
  jug: 1 L
  start_programme: Hold the rinse button for five seconds, until its lamp flashes.
  asks_for_tablet: The rinse lamp flashes twice as fast and the pump is silent.
  tablet_place: the powder funnel
  tablet_how: Lid open, tablet in, lid shut. Press the rinse button once.
  programme_over: The rinse lamp goes out and the heater lamp is steady.
  release: Door at the side open, press the one button, and pull.
  refit: Lever down, marks in line.
drinks:
  - {name: Espresso, water_ml: 40, share: 0.35}
  - {name: Long coffee, water_ml: 120, share: 0.45}
  - {name: Milk coffee, water_ml: 45, share: 0.2, milk: true}
rinses: {on_ml: 50, off_ml: 50}
items:
  brew-tablet: {like: brew-tablet, triggers: [{prompt: true}, {drinks: 200}]}
  group-rinse: {like: group-rinse}
  grease: {like: grease}
  group-strip-down: {like: group-strip-down}
  inside: {like: inside}
  outlets: {like: outlets}
  wand-purge: {like: wand-purge, part: wand}
  wand-soak: {like: wand-soak}
  grounds-drawer: {like: grounds-drawer}
  drip-tray: {like: drip-tray}
  hoppers: {like: hoppers}
  tank-rinse: {like: tank-rinse}
  tank-wash: {like: tank-wash}
  filter-change: {like: filter-change}
  descale: {like: descale}
  storage-emptying: {like: storage-emptying}
  return: {like: return}
  leaving: {like: leaving, circuit: waste, part: drawer, products: [dry cloth], why: "Drawer and tray empty and dry, tank empty, filter out."}
  wipe-down: {like: wipe-down, title: Outside and cup rest, why: Splashes dry and stick; dust gathers where cups stand.}
cartridge: {capacity_dh_l: 900}
hardness:
  where: Hold the rinse and the cup button together while switching on; the lamps then count the level.
  levels: [{level: one lamp, up_to_dh: 4}, {level: two lamps, up_to_dh: 7}, {level: three lamps, up_to_dh: 14}, {level: four lamps}]
access:
  - {what: Cleaning programme, how: Hold the rinse button for five seconds; a short press is the short rinse., needed_for: [programme]}
  - {what: Descaling, how: Hold the rinse and the steam button for five seconds., needed_for: [descale]}
panel:
  lamps:
    tank: {label: Tank, colours: [red], sign: tank}
    beans: {label: Beans, colours: [red], sign: beans}
    care: {label: Rinse and descale, colours: [amber, red], sign: care}
    drawer: {label: Drawer, colours: [red], sign: drawer}
    attention: {label: Attention, colours: [red], sign: attention}
  patterns:
    - {lamps: {tank: flashing}, means: Fill the tank, sort: refill, part: tank, causes: [tank-empty, tank-not-home, float-stuck]}
    - {lamps: {tank: steady}, means: The tank is missing, sort: part missing, part: tank, causes: [tank-not-home, float-stuck]}
    - {lamps: {beans: flashing}, means: No beans, sort: refill, part: hopper, causes: [beans-empty, slide-shut, funnel-blocked]}
    - {lamps: {beans: flashing, attention: steady}, means: The grinder runs empty, sort: fault, part: grinder, causes: [funnel-blocked, slide-shut, stone-in-grinder, electronics]}
    - {lamps: {care: flashing amber}, means: Brew-group tablet, sort: care asked for, asks_for: brew-tablet, force: can be put off, causes: [tablet-asked, short-instead-of-long]}
    - {lamps: {care: steady red}, means: Descale, sort: care asked for, asks_for: descale, force: urgent, causes: [descale-asked, hardness-set-wrong]}
    - {lamps: {care: flashing red, tank: steady}, means: Descaling is waiting, sort: information, causes: [programme-waits, tray-seat-wet]}
    - {lamps: {drawer: steady}, means: Drawer or tray is out, sort: part missing, part: drawer, causes: [drawer-not-home]}
    - {lamps: {drawer: flashing}, means: Empty the drawer, sort: empty, part: drawer, force: no drinks until done, causes: [drawer-full, drawer-clock, drawer-unseen, drawer-not-home]}
    - {lamps: {drawer: flashing, attention: flashing}, means: Empty the tray, sort: empty, part: tray, force: no drinks until done, causes: [tray-full, tray-seat-wet, drain-blocked]}
    - {lamps: {attention: steady}, means: Door or brew group, sort: part missing, part: group, causes: [door-open, group-not-home]}
    - {lamps: {attention: flashing}, means: Too little water comes through, sort: fault, part: pump, causes: [filter-badly-seated, grind-too-fine, air-in-pump, scaled-up, group-dirty, electronics]}
notes:
  - The brew group comes out at the right side, tank in or out.
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
INSERT INTO "machine" VALUES(1,1,'counter a');
INSERT INTO "machine" VALUES(2,1,'counter b');
INSERT INTO "machine" VALUES(3,1,'counter c');
CREATE TABLE "machine_version" ("id" INTEGER NOT NULL PRIMARY KEY, "entry_id" INTEGER NOT NULL, "machine_id" INTEGER NOT NULL, "name" VARCHAR(60) NOT NULL, "kind" VARCHAR(60) NOT NULL, "place" VARCHAR(80) NOT NULL, "guess_per_day" REAL CHECK (guess_per_day >= 0), "retired" INTEGER NOT NULL, "serial" VARCHAR(40) NOT NULL, FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"), FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "machine_version" VALUES(1,3,1,'Counter A','removable-tabletop','',NULL,0,'');
INSERT INTO "machine_version" VALUES(2,8,2,'Counter B','office-tower','',NULL,0,'');
INSERT INTO "machine_version" VALUES(3,14,3,'Counter C','removable-tabletop-2','',NULL,0,'');
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
INSERT INTO "procedure_version" VALUES(1,12,'milk-rinse-2','# Common practice, no source; the machine''s manual comes first.
key: milk-rinse-2
title: Milk rinse
circuit: milk
needs: [{amount: "1", thing: cup or jug}]
cautions: [hot, food]
outlets:
  - {outlet: second, words: "{second_outlet}"}
steps:
  - do: A cup under the outlet
    text: "Under {second_outlet}."
    part: [outlet-cover, outlet]
    pose: under
    caution: What comes out is hot and spits.
  - do: Rinse
    text: "{start_milk_rinse}"
    part: panel
    pose: press
    delivers: {second: 80}
    tips: [second]
    done_label: It ran clear
    why: Milk that stands in the frother sets within minutes.
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
INSERT INTO "product_version" VALUES(1,13,'own-cleaner','Own cleaner','milk-cleaner','liquid','alkaline','ml',25.0,50.0,0,0);
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
INSERT INTO "run" VALUES(1,15,1,'descale','{"key":"descale","title":"Descale","circuit":"water","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Out, emptied, wiped out, dry at their seats, home again. Also when they were empty.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Two hands.","mistake":"","why":"Trays, even drained ones, ask to be emptied up to four times while this runs; water left in the seat makes them ask again.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Take the filter out of the tank","text":"Into a glass of water, or away if it is due.","circuit":"water","part":"filter","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"It is out","on_no":"","caution":"","mistake":"","why":"Descaler ruins the cartridge, and the cartridge weakens the descaler.","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"filter","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Concentrate and water, 1 L in all","text":"Measure the concentrate by its label, water on top, into the empty tank. Do not guess from a bottle of another size.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"Gloves and eyes. Splashes off stone, metal and wood at once.","mistake":"","why":"","cleaner":"","when":["descaler-liquid","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1000,"amount_of":"descaling mix","delivers":[],"tips":[],"puts":[["tank","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"A container under the coffee outlet","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"One container for two outlets. Each that delivers wants its own.","why":"","cleaner":"","when":["not container-for-tray"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"A container under the steam wand","text":"It delivers about as much as the other.","circuit":"milk","part":"wand","pose":"under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Forgotten, half of the acid runs over the counter.","why":"","cleaner":"","when":["two-outlets"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Start descaling","text":"Hold the rinse and the steam button together for five seconds, until the care lamp flashes.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["water","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"Descaling: Hold the rinse and the steam button for five seconds.","starts_over":true},{"kind":"machine","title":"Stage one. It pumps and waits","text":"Silent minutes are normal. Its remaining time is not steady.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":720,"likely_s":1200,"high_s":1800},"duration_name":"descale_pump","over_when":"The tank lamp flashes and the pump is silent.","done_label":"It asks for fresh water","on_no":"","caution":"It is not stopped now, except for a leak, a scald, smoke or sparks. Then the main switch, at once.","mistake":"","why":"Acid needs its time on the scale; that is what the silent minutes are.","cleaner":"","when":["two-outlets","not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":500,"bursts":6},{"outlet":"second","ml":450,"bursts":6}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip everything out","text":"Containers, tray, what is left in the tank. Plenty of water after it.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot acid. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Rinse the tank itself","text":"Twice, lid and valve too.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":["tank"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Fresh water to the mark","text":"Tank home. Where the programme asks for the filter now, put it in now.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"Stage two. It rinses","text":"Containers under every outlet again.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":240,"likely_s":360,"high_s":600},"duration_name":"descale_rinse","over_when":"The care lamp is out.","done_label":"It is over","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-outlets","not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":5},{"outlet":"second","ml":700,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out again","text":"Containers and tray.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Fresh water once more","text":"To the mark. This machine rinses twice.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-rinses","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"The second rinse","text":"Containers under every outlet.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":240,"likely_s":360,"high_s":600},"duration_name":"descale_rinse","over_when":"The care lamp is out.","done_label":"It is over","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-rinses","two-outlets"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":5},{"outlet":"second","ml":700,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out the second rinse","text":"Containers and tray.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-rinses"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Does it run clear, without a sour smell?","text":"Draw a little hot water and smell it.","circuit":"water","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Rinse once more with fresh water. No drinks until it is clear.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":100,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["water"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Filter back","text":"Held under water until no bubble rises. Press it home until it sits level.","circuit":"water","part":"filter","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Forgotten, the next scale is already on its way.","why":"","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"filter","access":"","starts_over":false},{"kind":"pour","title":"Tank fresh, to the mark","text":"Push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Is everything back in its place?","text":"Tray dry and home, slides in their working position.","circuit":"water","part":"tray","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, all back","on_no":"Bring it back before the first drink.","caution":"","mistake":"","why":"","cleaner":"","when":["not valve-by-hand","not has-hose","not has-fridge"],"only":[],"ask":null,"confirmation":"levers-back","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Short rinse, and throw the first two cups away","text":"Press the rinse button once. Then two cups, tasted by nobody.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Both thrown away","on_no":"","caution":"","mistake":"","why":"They count on the machine''s counter; the book takes them off.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":240,"bursts":2}],"tips":["coffee"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false}],"needs":[{"amount":"","thing":"","role":"descaler","mix_ml":1000},{"amount":"1 L","thing":"water for the mix","role":"","mix_ml":null},{"amount":"1.5 L","thing":"fresh water for each rinse","role":"","mix_ml":null},{"amount":"1","thing":"container under the coffee outlet","role":"","mix_ml":null},{"amount":"1","thing":"container under the steam wand","role":"","mix_ml":null},{"amount":"1","thing":"cloth for splashes","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is an acid. Gloves and eye protection; away from children; never with another cleaner or anything chlorinated. Splashes off stone, metal and wood at once.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","Electrical, pressure and water-connection work is for trained and licensed people.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":2,"afterwards":"What is left of the mix is thrown away. Rinse the brew group today, where there is one to take out.","settles":["tank-rinse","grounds-drawer","drip-tray"],"starts_over":"The machine begins its rinse by itself, or the stage again. Never a second dose; fresh water, and rinse until it ends.","lamp_reasons":[{"text":"The programme was not run to its very end: it asks for one more rinse.","item":""},{"text":"It asks for the other care: the brew-group tablet lights the same lamp.","item":"brew-tablet"},{"text":"The hardness set in the machine is higher than the water''s.","item":""}],"inspects":[],"outlets":[["coffee","the coffee outlet"],["second","the steam wand"]]}','2026-11-07T12:00:00Z','{"products":{"descaler":{"key":"descaler-liquid","title":"Descaling concentrate","role":"descaler","form":"liquid","chemistry":"descaling acid","unit":"ml","dose":100.0,"per_l":100.0,"whole":false}},"accepts":{"descaler":["descaling acid"]},"inside":[],"filter_installed":true,"vessels":{"coffee":1000,"second":1000}}');
INSERT INTO "run" VALUES(2,16,3,'brew-tablet','{"key":"brew-tablet","title":"Brew-group tablet","circuit":"brew","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Take the drip tray out level, with two hands, and empty it. Empty the grounds drawer. Push both home, even if they were empty already.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Both are empty and in","on_no":"","caution":"A full tray is hot and slippery. Two hands.","mistake":"","why":"The programme fills the tray, and a machine that was not shown an empty tray stops in the middle to ask for it.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Fill the tank to the mark","text":"Rinse the tank, fill it with fresh water and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"The programme needs more water than a drink; running dry in the middle leaves cleaner inside.","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Put a jug under the coffee outlet","text":"At least 1 L. Set the outlet low enough not to splash.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Start the cleaning programme","text":"Hold the rinse button for five seconds, until its lamp flashes.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"The short rinse is not the cleaning programme. If it is over within a minute, it was the rinse.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"Cleaning programme: Hold the rinse button for five seconds; a short press is the short rinse.","starts_over":true},{"kind":"check","title":"Does the machine ask for the tablet?","text":"The rinse lamp flashes twice as fast and the pump is silent.","circuit":"body","part":"panel","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, it asks","on_no":"Wait for it. Thrown in early, the tablet is washed away before it can work.","caution":"","mistake":"Not yet. Only when the machine asks.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"One tablet, into the powder funnel","text":"Lid open, tablet in, lid shut. Press the rinse button once.","circuit":"brew","part":"funnel","pose":"tablet-in","duration":null,"duration_name":"","over_when":"","done_label":"It is in","on_no":"","caution":"Dry fingers. One tablet only, and never water into the powder funnel.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["brew","brew-cleaner"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"The machine soaks and flushes. Leave it alone.","text":"Minutes of silence between bursts are normal, and its own countdown may jump.","circuit":"brew","part":"group","pose":"jug-under","duration":{"low_s":420,"likely_s":600,"high_s":840},"duration_name":"programme","over_when":"The rinse lamp goes out and the heater lamp is steady.","done_label":"It is over","on_no":"","caution":"Do not switch off and do not open it while it works. For a leak, smoke or sparks, pull the main switch at once.","mistake":"","why":"The tablet needs its time to loosen the oils; cut short, it stays in the group.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":8}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out the jug, the tray and the drawer","text":"What is in them holds cleaner. Pour it down the sink and rinse jug, tray and drawer.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Hot. Two hands for the tray.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Draw one coffee and throw it away","text":"It carries the last traces off. Look at it, smell it, pour it down the sink.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Thrown away","on_no":"","caution":"","mistake":"","why":"It counts on the machine''s counter; the book takes it off again.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":120,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["brew"],"takes_out":"","puts_back":"","access":"","starts_over":false}],"needs":[{"amount":"","thing":"","role":"brew-cleaner","mix_ml":null},{"amount":"1","thing":"jug, 1 L","role":"","mix_ml":null},{"amount":"1","thing":"lint-free cloth","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is alkaline and burns skin and eyes. Gloves and eye protection for powder and concentrate; away from children; never with an acid, a descaler or anything chlorinated.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":1,"afterwards":"Wipe the spouts and put the machine back into service.","settles":["grounds-drawer","drip-tray"],"starts_over":"The programme begins again from its start, without a second tablet. What is inside is rinsed out by it.","lamp_reasons":[{"text":"The short rinse was run instead of the long cleaning programme. Over within a minute, it was the rinse.","item":"brew-tablet"},{"text":"The programme was left by the first screen that offered it again.","item":""},{"text":"Another care lights the same lamp: descaling may be due as well.","item":"descale"}],"inspects":["screen"],"outlets":[["coffee","the coffee outlet"]]}','2026-11-08T12:00:00Z','{"products":{"brew-cleaner":{"key":"brew-tablets","title":"Brew-group tablets","role":"brew-cleaner","form":"tablet","chemistry":"alkaline","unit":"tablet","dose":1.0,"per_l":null,"whole":true}},"accepts":{"brew-cleaner":["alkaline","oxidising"]},"inside":[],"filter_installed":true,"vessels":{"coffee":1000}}');
INSERT INTO "run" VALUES(3,17,3,'descale','{"key":"descale","title":"Descale","circuit":"water","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Out, emptied, wiped out, dry at their seats, home again. Also when they were empty.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Two hands.","mistake":"","why":"Trays, even drained ones, ask to be emptied up to four times while this runs; water left in the seat makes them ask again.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Take the filter out of the tank","text":"Into a glass of water, or away if it is due.","circuit":"water","part":"filter","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"It is out","on_no":"","caution":"","mistake":"","why":"Descaler ruins the cartridge, and the cartridge weakens the descaler.","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"filter","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Concentrate and water, 1 L in all","text":"Measure the concentrate by its label, water on top, into the empty tank. Do not guess from a bottle of another size.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"Gloves and eyes. Splashes off stone, metal and wood at once.","mistake":"","why":"","cleaner":"","when":["descaler-liquid","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1000,"amount_of":"descaling mix","delivers":[],"tips":[],"puts":[["tank","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"A container under the coffee outlet","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"One container for two outlets. Each that delivers wants its own.","why":"","cleaner":"","when":["not container-for-tray"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"A container under the steam wand","text":"It delivers about as much as the other.","circuit":"milk","part":"wand","pose":"under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Forgotten, half of the acid runs over the counter.","why":"","cleaner":"","when":["two-outlets"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Start descaling","text":"Hold the rinse and the steam button together for five seconds, until the care lamp flashes.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["water","descaler"]],"rinses":[],"takes_out":"","puts_back":"","access":"Descaling: Hold the rinse and the steam button for five seconds.","starts_over":true},{"kind":"do","title":"Open the steam valve","text":"By hand, all the way, when the machine asks or when it pumps and nothing comes.","circuit":"water","part":"wand","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["valve-by-hand","not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"Stage one. It pumps and waits","text":"Silent minutes are normal. Its remaining time is not steady.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":720,"likely_s":1200,"high_s":1800},"duration_name":"descale_pump","over_when":"The tank lamp flashes and the pump is silent.","done_label":"It asks for fresh water","on_no":"","caution":"It is not stopped now, except for a leak, a scald, smoke or sparks. Then the main switch, at once.","mistake":"","why":"Acid needs its time on the scale; that is what the silent minutes are.","cleaner":"","when":["two-outlets","not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":500,"bursts":6},{"outlet":"second","ml":450,"bursts":6}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Close the steam valve","text":"By hand, firmly.","circuit":"water","part":"wand","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["valve-by-hand","not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip everything out","text":"Containers, tray, what is left in the tank. Plenty of water after it.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot acid. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Rinse the tank itself","text":"Twice, lid and valve too.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":["tank"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Fresh water to the mark","text":"Tank home. Where the programme asks for the filter now, put it in now.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"Stage two. It rinses","text":"Containers under every outlet again.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":240,"likely_s":360,"high_s":600},"duration_name":"descale_rinse","over_when":"The care lamp is out.","done_label":"It is over","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-outlets","not no-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":5},{"outlet":"second","ml":700,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out again","text":"Containers and tray.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Fresh water once more","text":"To the mark. This machine rinses twice.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-rinses","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"The second rinse","text":"Containers under every outlet.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":240,"likely_s":360,"high_s":600},"duration_name":"descale_rinse","over_when":"The care lamp is out.","done_label":"It is over","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-rinses","two-outlets"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":5},{"outlet":"second","ml":700,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out the second rinse","text":"Containers and tray.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["two-rinses"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Does it run clear, without a sour smell?","text":"Draw a little hot water and smell it.","circuit":"water","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Rinse once more with fresh water. No drinks until it is clear.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":100,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["water"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Filter back","text":"Held under water until no bubble rises. Press it home until it sits level.","circuit":"water","part":"filter","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Forgotten, the next scale is already on its way.","why":"","cleaner":"","when":["has-filter","not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"filter","access":"","starts_over":false},{"kind":"pour","title":"Tank fresh, to the mark","text":"Push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not plumbed"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1500,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Is the steam valve shut, and the tray back?","text":"By hand, firmly; tray dry and home.","circuit":"water","part":"wand","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, all back","on_no":"Bring them back. An open valve steams at the next start.","caution":"","mistake":"","why":"","cleaner":"","when":["valve-by-hand"],"only":[],"ask":null,"confirmation":"levers-back","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Short rinse, and throw the first two cups away","text":"Press the rinse button once. Then two cups, tasted by nobody.","circuit":"brew","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Both thrown away","on_no":"","caution":"","mistake":"","why":"They count on the machine''s counter; the book takes them off.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":240,"bursts":2}],"tips":["coffee"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false}],"needs":[{"amount":"","thing":"","role":"descaler","mix_ml":1000},{"amount":"1 L","thing":"water for the mix","role":"","mix_ml":null},{"amount":"1.5 L","thing":"fresh water for each rinse","role":"","mix_ml":null},{"amount":"1","thing":"container under the coffee outlet","role":"","mix_ml":null},{"amount":"1","thing":"container under the steam wand","role":"","mix_ml":null},{"amount":"1","thing":"cloth for splashes","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is an acid. Gloves and eye protection; away from children; never with another cleaner or anything chlorinated. Splashes off stone, metal and wood at once.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","Electrical, pressure and water-connection work is for trained and licensed people.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":2,"afterwards":"What is left of the mix is thrown away. Rinse the brew group today, where there is one to take out.","settles":["tank-rinse","grounds-drawer","drip-tray"],"starts_over":"The machine begins its rinse by itself, or the stage again. Never a second dose; fresh water, and rinse until it ends.","lamp_reasons":[{"text":"The programme was not run to its very end: it asks for one more rinse.","item":""},{"text":"It asks for the other care: the brew-group tablet lights the same lamp.","item":"brew-tablet"},{"text":"The hardness set in the machine is higher than the water''s.","item":""}],"inspects":[],"outlets":[["coffee","the coffee outlet"],["second","the steam wand"]]}','2026-11-23T12:00:00Z','{"products":{"descaler":{"key":"descaler-liquid","title":"Descaling concentrate","role":"descaler","form":"liquid","chemistry":"descaling acid","unit":"ml","dose":100.0,"per_l":100.0,"whole":false}},"accepts":{"descaler":["descaling acid"]},"inside":[],"filter_installed":true,"vessels":{"coffee":1000,"second":1000}}');
INSERT INTO "run" VALUES(4,18,2,'milk-wash','{"key":"milk-wash","title":"Milk circuit wash","circuit":"milk","steps":[{"kind":"do","title":"Milk out and into the fridge","text":"Milk that stood out of the fridge is thrown away.","circuit":"milk","part":"fridge","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Mix the cleaner","text":"Measure it by the label into 1 L of lukewarm water. Nothing goes on top of it later.","circuit":"milk","part":"fridge","pose":"pour","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"Gloves. Splashes off at once.","mistake":"In a cleaning container with two sides only the supply side counts as unused.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1000,"amount_of":"lukewarm water with milk cleaner","delivers":[],"tips":[],"puts":[["tub","milk-cleaner"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Tub into the fridge, intake into the tub","text":"In place of the milk. With two milks, one tub for each intake.","circuit":"milk","part":"fridge","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["has-fridge"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"A jug under the milk outlet","text":"It gives 1 L in all. 1.5 L or more.","circuit":"milk","part":"outlet","pose":"under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["not has-outlet-cover"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"do","title":"Start the wash","text":"On the display choose Care, then Milk, and confirm.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"The rinse after each drink is not the wash. Over within seconds, it was the rinse.","why":"","cleaner":"","when":["milk-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["milk","milk-cleaner"]],"rinses":[],"takes_out":"","puts_back":"","access":"Care page: It asks for the key code.","starts_over":true},{"kind":"machine","title":"It draws and flushes","text":"Steam, pauses and spitting are part of it.","circuit":"milk","part":"outlet","pose":"under","duration":{"low_s":240,"likely_s":360,"high_s":540},"duration_name":"milk_programme","over_when":"The display shows the drinks.","done_label":"It is over","on_no":"","caution":"It spits hot cleaner. Keep your face away.","mistake":"","why":"","cleaner":"","when":["milk-programme"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"second","ml":1000,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out the jug, rinse the tub","text":"Until the tub no longer feels slippery.","circuit":"milk","part":"outlet","pose":"under","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":["tub"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"pour","title":"Fresh water in place of the mix","text":"The same way, with the same tub.","circuit":"milk","part":"fridge","pose":"pour","duration":null,"duration_name":"","over_when":"","done_label":"Poured","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":1000,"amount_of":"fresh water","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"machine","title":"It rinses with fresh water","text":"The programme''s second half, or the same draw once more.","circuit":"milk","part":"outlet","pose":"under","duration":{"low_s":60,"likely_s":180,"high_s":360},"duration_name":"","over_when":"It runs clear.","done_label":"It is over","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"second","ml":1000,"bursts":5}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Does it run clear and smell of nothing?","text":"Look at the last glass, against the light.","circuit":"milk","part":"outlet","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Fresh water through it once more.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":["milk"],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"tip out","title":"Tip out, dry, put away","text":"Tub and jug rinsed and dry, outlet wiped.","circuit":"milk","part":"outlet","pose":"wipe","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false},{"kind":"check","title":"Are hose, lid and slides back?","text":"Slanted end in the milk, square end in the lid, washer flat, slides in their working position.","circuit":"milk","part":"fridge","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, all back","on_no":"Bring them back before the first drink. A washer askew makes the milk spit.","caution":"","mistake":"","why":"","cleaner":"","when":["has-hose or has-fridge"],"only":[],"ask":null,"confirmation":"levers-back","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false}],"needs":[{"amount":"","thing":"","role":"milk-cleaner","mix_ml":1000},{"amount":"1 L","thing":"lukewarm water","role":"","mix_ml":null},{"amount":"1 L","thing":"fresh water for the rinse","role":"","mix_ml":null},{"amount":"1","thing":"tub, 1 L","role":"","mix_ml":null},{"amount":"1","thing":"jug, 1.5 L","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is alkaline and burns skin and eyes. Gloves and eye protection for powder and concentrate; away from children; never with an acid, a descaler or anything chlorinated.","No drinks until the last step is done.","What touches milk is a matter of food hygiene. Your local code comes first.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":0,"afterwards":"Milk back in at 2 to 4 \u00b0C. Rinse now, wash today, strip this week.","settles":["milk-rinse"],"starts_over":"Start the wash again from its beginning with what is left in the tub, never with a second dose.","lamp_reasons":[{"text":"The short milk rinse was run, and what it asks for is the long wash.","item":"milk-wash"},{"text":"The machine asks for the acid wash, not for the usual one.","item":"acid-milk-wash"}],"inspects":["hose","orifice"],"outlets":[["second","the milk outlet"]]}','2026-11-22T12:00:00Z','{"products":{"milk-cleaner":{"key":"milk-liquid","title":"Alkaline milk cleaner","role":"milk-cleaner","form":"liquid","chemistry":"alkaline","unit":"ml","dose":25.0,"per_l":50.0,"whole":false}},"accepts":{"milk-cleaner":["alkaline","enzymatic"]},"inside":[],"filter_installed":false,"vessels":{"second":1000}}');
CREATE TABLE "run_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "run_id" INTEGER NOT NULL,
    "kind" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "step" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL, "once" VARCHAR(64),
    FOREIGN KEY ("run_id") REFERENCES "run" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "run_event" VALUES(1,1,'advance','2026-11-07T12:00:02Z',0,NULL,'',NULL);
INSERT INTO "run_event" VALUES(2,1,'advance','2026-11-07T12:00:04Z',1,NULL,'',NULL);
INSERT INTO "run_event" VALUES(3,1,'advance','2026-11-07T12:00:06Z',2,NULL,'',NULL);
INSERT INTO "run_event" VALUES(4,1,'advance','2026-11-07T12:00:08Z',3,NULL,'',NULL);
INSERT INTO "run_event" VALUES(5,1,'advance','2026-11-07T12:00:10Z',4,NULL,'',NULL);
INSERT INTO "run_event" VALUES(6,1,'advance','2026-11-07T12:00:12Z',5,NULL,'',NULL);
INSERT INTO "run_event" VALUES(7,1,'advance','2026-11-07T12:00:14Z',6,NULL,'',NULL);
INSERT INTO "run_event" VALUES(8,1,'advance','2026-11-07T12:00:16Z',7,NULL,'',NULL);
INSERT INTO "run_event" VALUES(9,1,'advance','2026-11-07T12:00:18Z',8,NULL,'',NULL);
INSERT INTO "run_event" VALUES(10,1,'advance','2026-11-07T12:00:20Z',9,NULL,'',NULL);
INSERT INTO "run_event" VALUES(11,1,'advance','2026-11-07T12:00:22Z',10,NULL,'',NULL);
INSERT INTO "run_event" VALUES(12,1,'advance','2026-11-07T12:00:24Z',11,NULL,'',NULL);
INSERT INTO "run_event" VALUES(13,1,'advance','2026-11-07T12:00:26Z',12,NULL,'',NULL);
INSERT INTO "run_event" VALUES(14,1,'advance','2026-11-07T12:00:28Z',13,NULL,'',NULL);
INSERT INTO "run_event" VALUES(15,1,'advance','2026-11-07T12:00:30Z',14,NULL,'',NULL);
INSERT INTO "run_event" VALUES(16,1,'advance','2026-11-07T12:00:32Z',15,NULL,'',NULL);
INSERT INTO "run_event" VALUES(17,1,'advance','2026-11-07T12:00:34Z',16,NULL,'',NULL);
INSERT INTO "run_event" VALUES(18,1,'advance','2026-11-07T12:00:36Z',17,NULL,'',NULL);
INSERT INTO "run_event" VALUES(19,1,'advance','2026-11-07T12:00:38Z',18,NULL,'',NULL);
INSERT INTO "run_event" VALUES(20,1,'advance','2026-11-07T12:00:40Z',19,NULL,'',NULL);
INSERT INTO "run_event" VALUES(21,1,'finish','2026-11-07T12:00:40Z',20,NULL,'',NULL);
INSERT INTO "run_event" VALUES(22,2,'advance','2026-11-08T12:01:00Z',0,NULL,'',NULL);
INSERT INTO "run_event" VALUES(23,2,'advance','2026-11-08T12:02:00Z',1,NULL,'',NULL);
INSERT INTO "run_event" VALUES(24,2,'advance','2026-11-08T12:03:00Z',2,NULL,'',NULL);
INSERT INTO "run_event" VALUES(25,2,'advance','2026-11-08T12:04:00Z',3,NULL,'',NULL);
INSERT INTO "run_event" VALUES(26,2,'advance','2026-11-08T12:05:00Z',4,NULL,'',NULL);
INSERT INTO "run_event" VALUES(27,2,'advance','2026-11-08T12:06:00Z',5,NULL,'',NULL);
INSERT INTO "run_event" VALUES(28,2,'advance','2026-11-08T12:07:00Z',6,NULL,'',NULL);
INSERT INTO "run_event" VALUES(29,2,'advance','2026-11-08T12:08:00Z',7,NULL,'',NULL);
INSERT INTO "run_event" VALUES(30,2,'advance','2026-11-08T12:09:00Z',8,NULL,'',NULL);
INSERT INTO "run_event" VALUES(31,2,'finish','2026-11-08T12:09:00Z',9,NULL,'',NULL);
INSERT INTO "run_event" VALUES(32,3,'advance','2026-11-23T12:01:00Z',0,NULL,'',NULL);
INSERT INTO "run_event" VALUES(33,3,'advance','2026-11-23T12:02:00Z',1,NULL,'',NULL);
INSERT INTO "run_event" VALUES(34,3,'advance','2026-11-23T12:03:00Z',2,NULL,'',NULL);
INSERT INTO "run_event" VALUES(35,3,'advance','2026-11-23T12:04:00Z',3,NULL,'',NULL);
INSERT INTO "run_event" VALUES(36,3,'advance','2026-11-23T12:05:00Z',4,NULL,'',NULL);
INSERT INTO "run_event" VALUES(37,3,'advance','2026-11-23T12:06:00Z',5,NULL,'',NULL);
INSERT INTO "run_event" VALUES(38,3,'advance','2026-11-23T12:07:00Z',6,NULL,'',NULL);
INSERT INTO "run_event" VALUES(39,3,'advance','2026-11-23T12:08:00Z',7,NULL,'',NULL);
INSERT INTO "run_event" VALUES(40,3,'advance','2026-11-23T12:09:00Z',8,NULL,'',NULL);
INSERT INTO "run_event" VALUES(41,3,'advance','2026-11-23T12:10:00Z',9,NULL,'',NULL);
INSERT INTO "run_event" VALUES(42,3,'advance','2026-11-23T12:11:00Z',10,NULL,'',NULL);
INSERT INTO "run_event" VALUES(43,3,'advance','2026-11-23T12:12:00Z',11,NULL,'',NULL);
INSERT INTO "run_event" VALUES(44,3,'advance','2026-11-23T12:13:00Z',12,NULL,'',NULL);
INSERT INTO "run_event" VALUES(45,3,'advance','2026-11-23T12:14:00Z',13,NULL,'',NULL);
INSERT INTO "run_event" VALUES(46,4,'advance','2026-11-22T12:01:00Z',0,NULL,'',NULL);
INSERT INTO "run_event" VALUES(47,4,'advance','2026-11-22T12:02:00Z',1,NULL,'',NULL);
INSERT INTO "run_event" VALUES(48,4,'advance','2026-11-22T12:03:00Z',2,NULL,'',NULL);
INSERT INTO "run_event" VALUES(49,4,'advance','2026-11-22T12:04:00Z',3,NULL,'',NULL);
INSERT INTO "run_event" VALUES(50,4,'advance','2026-11-22T12:05:00Z',4,NULL,'',NULL);
INSERT INTO "run_event" VALUES(51,4,'advance','2026-11-22T12:06:00Z',5,NULL,'',NULL);
INSERT INTO "run_event" VALUES(52,4,'advance','2026-11-22T12:07:00Z',6,NULL,'',NULL);
INSERT INTO "run_event" VALUES(53,4,'advance','2026-11-22T12:08:00Z',7,NULL,'',NULL);
CREATE TABLE "schema_migration" ("id" INTEGER NOT NULL PRIMARY KEY, "name" VARCHAR(255) NOT NULL, "applied" DATETIME NOT NULL);
INSERT INTO "schema_migration" VALUES(1,'0001_first','2026-11-26 09:04:37.097696');
INSERT INTO "schema_migration" VALUES(2,'0002_machine_serial','2026-11-26 09:04:37.103176');
INSERT INTO "schema_migration" VALUES(3,'0003_care','2026-11-26 09:04:37.106022');
INSERT INTO "schema_migration" VALUES(4,'0004_device_event','2026-11-26 09:04:37.107433');
INSERT INTO "schema_migration" VALUES(5,'0005_guided','2026-11-26 09:04:37.110293');
INSERT INTO "schema_migration" VALUES(6,'0006_lamps','2026-11-26 09:04:37.112001');
INSERT INTO "schema_migration" VALUES(7,'0007_order','2026-11-26 09:04:37.118257');
INSERT INTO "schema_migration" VALUES(8,'0008_sign_ins','2026-11-26 09:04:37.119894');
INSERT INTO "schema_migration" VALUES(9,'0009_unique','2026-11-26 09:04:37.124743');
INSERT INTO "schema_migration" VALUES(10,'0010_what_was_so','2026-11-26 09:04:37.127446');
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
INSERT INTO "stock_move" VALUES(1,15,'descaler-liquid','used',100.0,'2026-11-07T12:00:40Z');
INSERT INTO "stock_move" VALUES(2,16,'brew-tablets','used',1.0,'2026-11-08T12:09:00Z');
CREATE TABLE "truth_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "answer" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "truth_told" VALUES(1,15,1,'descale','levers-back',1,'2026-11-07T12:00:40Z');
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
