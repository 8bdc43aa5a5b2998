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
INSERT INTO "absence" VALUES(1,5,1,NULL,'2026-12-18','2027-01-04','Kiln relining, everybody off');
CREATE TABLE "announced_plan" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "made_at" TEXT NOT NULL,
    "rests_on" TEXT NOT NULL,
    "visits" TEXT NOT NULL,
    "moved" TEXT NOT NULL, "weight" REAL NOT NULL DEFAULT 0, "least" REAL NOT NULL DEFAULT 0, "asked" VARCHAR(64) NOT NULL DEFAULT '',
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
CREATE TABLE "api_token" ("id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL,
    "scope" VARCHAR(10) NOT NULL CHECK (scope IN ('readings', 'lamps', 'read')),
    "name" VARCHAR(60) NOT NULL,
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "made_at" TEXT NOT NULL,
    "ended_at" TEXT,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "api_token" VALUES(1,1,'read','a display','42b04cd43f8af0f4619680dc48dd3d0c57690e5212f8133d9f9b426a081b2ee2','2026-11-24T06:12:00Z',NULL);
CREATE TABLE "bar_reading" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "percent" INTEGER NOT NULL CHECK (percent BETWEEN 0 AND 100),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "bar_reading" VALUES(1,75,2,'brew-tablet','2026-11-03T05:37:00Z',7);
INSERT INTO "bar_reading" VALUES(2,76,2,'brew-tablet','2026-11-20T05:53:00Z',86);
CREATE TABLE "care_done" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT,
    "value" INTEGER, "seq" INTEGER NOT NULL DEFAULT 0, "settled" TEXT, "start" VARCHAR(20) NOT NULL DEFAULT 'done',
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    CHECK (at IS NOT NULL OR value IS NOT NULL));
INSERT INTO "care_done" VALUES(1,31,1,'grease','2026-11-06T06:10:00Z',NULL,190,'[]','done');
INSERT INTO "care_done" VALUES(2,32,1,'group-strip-down','2026-07-27T05:10:00Z',NULL,192,'["group-rinse","grease"]','done');
INSERT INTO "care_done" VALUES(3,33,1,'inside','2026-11-06T06:10:00Z',NULL,194,'[]','done');
INSERT INTO "care_done" VALUES(4,34,1,'outlets','2026-11-20T06:10:00Z',NULL,196,'[]','done');
INSERT INTO "care_done" VALUES(5,35,1,'brew-flush','2026-11-23T16:25:00Z',NULL,198,'[]','done');
INSERT INTO "care_done" VALUES(6,36,1,'milk-rinse','2026-11-23T16:25:00Z',NULL,200,'[]','done');
INSERT INTO "care_done" VALUES(7,37,1,'milk-wash','2026-11-22T16:25:00Z',NULL,202,'["milk-rinse"]','done');
INSERT INTO "care_done" VALUES(8,38,1,'acid-milk-wash','2026-11-23T16:25:00Z',NULL,204,'["milk-wash","milk-rinse"]','done');
INSERT INTO "care_done" VALUES(9,39,1,'milk-strip-down','2026-11-18T06:10:00Z',NULL,206,'[]','done');
INSERT INTO "care_done" VALUES(10,40,1,'full-clean','2026-10-23T05:10:00Z',NULL,208,'["brew-tablet","milk-wash","milk-rinse","grounds-drawer"]','done');
INSERT INTO "care_done" VALUES(11,41,1,'fridge-check','2026-11-23T16:25:00Z',NULL,210,'[]','done');
INSERT INTO "care_done" VALUES(12,42,1,'grounds-drawer','2026-11-23T16:25:00Z',NULL,212,'[]','done');
INSERT INTO "care_done" VALUES(13,43,1,'drain-passage','2026-11-06T06:10:00Z',NULL,214,'[]','done');
INSERT INTO "care_done" VALUES(14,44,1,'hoppers','2026-11-06T06:10:00Z',NULL,216,'[]','done');
INSERT INTO "care_done" VALUES(15,45,1,'filter-change','2026-08-20T05:10:00Z',NULL,218,'[]','done');
INSERT INTO "care_done" VALUES(16,46,1,'descale','2026-07-07T05:10:00Z',NULL,221,'[]','done');
INSERT INTO "care_done" VALUES(17,47,1,'wipe-down','2026-11-23T16:25:00Z',NULL,223,'[]','done');
INSERT INTO "care_done" VALUES(18,48,1,'leaving','2026-10-23T05:10:00Z',NULL,225,'[]','done');
INSERT INTO "care_done" VALUES(19,49,1,'storage-emptying','2026-10-23T05:10:00Z',NULL,227,'[]','done');
INSERT INTO "care_done" VALUES(20,50,1,'return','2026-10-23T05:10:00Z',NULL,229,'[]','done');
INSERT INTO "care_done" VALUES(21,51,1,'filter-change','2026-08-20T05:10:00Z',NULL,231,'[]','done');
INSERT INTO "care_done" VALUES(22,54,2,'grease','2026-10-23T05:10:00Z',NULL,238,'[]','done');
INSERT INTO "care_done" VALUES(23,55,2,'group-strip-down','2026-10-23T05:10:00Z',NULL,240,'["group-rinse","grease"]','done');
INSERT INTO "care_done" VALUES(24,56,2,'inside','2026-11-06T06:10:00Z',NULL,242,'[]','done');
INSERT INTO "care_done" VALUES(25,57,2,'outlets','2026-11-20T06:10:00Z',NULL,244,'[]','done');
INSERT INTO "care_done" VALUES(26,58,2,'milk-rinse','2026-11-23T16:25:00Z',NULL,246,'[]','done');
INSERT INTO "care_done" VALUES(27,59,2,'milk-jug-wash','2026-11-23T06:10:00Z',NULL,248,'["milk-rinse"]','done');
INSERT INTO "care_done" VALUES(28,60,2,'milk-wash','2026-11-20T06:10:00Z',NULL,250,'["milk-rinse"]','done');
INSERT INTO "care_done" VALUES(29,61,2,'milk-strip-down','2026-11-20T06:10:00Z',NULL,252,'["milk-jug-wash","milk-rinse"]','done');
INSERT INTO "care_done" VALUES(30,62,2,'grounds-drawer','2026-11-23T16:25:00Z',NULL,254,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(31,63,2,'drip-tray','2026-11-23T16:25:00Z',NULL,256,'[]','done');
INSERT INTO "care_done" VALUES(32,64,2,'hoppers','2026-11-06T06:10:00Z',NULL,258,'[]','done');
INSERT INTO "care_done" VALUES(33,65,2,'tank-rinse','2026-11-23T16:25:00Z',NULL,260,'[]','done');
INSERT INTO "care_done" VALUES(34,66,2,'tank-wash','2026-11-12T06:10:00Z',NULL,262,'["tank-rinse"]','done');
INSERT INTO "care_done" VALUES(35,67,2,'filter-change','2026-10-22T05:10:00Z',NULL,264,'["tank-wash","tank-rinse"]','done');
INSERT INTO "care_done" VALUES(36,68,2,'descale','2026-09-25T05:10:00Z',NULL,267,'[]','done');
INSERT INTO "care_done" VALUES(37,69,2,'combined','2026-10-23T05:10:00Z',NULL,269,'["brew-tablet","descale"]','done');
INSERT INTO "care_done" VALUES(38,70,2,'wipe-down','2026-11-23T16:25:00Z',NULL,271,'[]','done');
INSERT INTO "care_done" VALUES(39,71,2,'leaving','2026-10-23T05:10:00Z',NULL,273,'[]','done');
INSERT INTO "care_done" VALUES(40,72,2,'return','2026-10-23T05:10:00Z',NULL,275,'["tank-rinse"]','done');
INSERT INTO "care_done" VALUES(41,73,2,'storage-emptying','2026-10-23T05:10:00Z',NULL,277,'[]','done');
INSERT INTO "care_done" VALUES(42,74,2,'filter-change','2026-10-22T05:10:00Z',NULL,279,'["tank-wash","tank-rinse"]','done');
INSERT INTO "care_done" VALUES(43,77,3,'grease','2026-11-12T06:10:00Z',NULL,286,'[]','done');
INSERT INTO "care_done" VALUES(44,78,3,'group-strip-down','2026-02-17T06:10:00Z',NULL,288,'["group-rinse","grease"]','done');
INSERT INTO "care_done" VALUES(45,79,3,'inside','2026-10-30T06:10:00Z',NULL,290,'[]','done');
INSERT INTO "care_done" VALUES(46,80,3,'outlets','2026-11-20T06:10:00Z',NULL,292,'[]','done');
INSERT INTO "care_done" VALUES(47,81,3,'wand-purge','2026-11-23T16:25:00Z',NULL,294,'[]','done');
INSERT INTO "care_done" VALUES(48,82,3,'wand-soak','2026-11-19T06:10:00Z',NULL,296,'[]','done');
INSERT INTO "care_done" VALUES(49,83,3,'grounds-drawer','2026-11-24T05:38:00Z',NULL,298,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(50,84,3,'drip-tray','2026-11-23T16:25:00Z',NULL,300,'[]','done');
INSERT INTO "care_done" VALUES(51,85,3,'hoppers','2026-11-06T06:10:00Z',NULL,302,'[]','done');
INSERT INTO "care_done" VALUES(52,86,3,'tank-rinse','2026-11-23T16:25:00Z',NULL,304,'[]','done');
INSERT INTO "care_done" VALUES(53,87,3,'tank-wash','2026-11-06T06:10:00Z',NULL,306,'["tank-rinse"]','done');
INSERT INTO "care_done" VALUES(54,88,3,'descale','2026-11-09T06:10:00Z',NULL,308,'[]','done');
INSERT INTO "care_done" VALUES(55,89,3,'storage-emptying','2026-10-23T05:10:00Z',NULL,310,'[]','done');
INSERT INTO "care_done" VALUES(56,90,3,'return','2026-10-23T05:10:00Z',NULL,312,'["tank-rinse"]','done');
INSERT INTO "care_done" VALUES(57,91,3,'leaving','2026-10-23T05:10:00Z',NULL,314,'[]','done');
INSERT INTO "care_done" VALUES(58,92,3,'wipe-down','2026-11-23T16:25:00Z',NULL,316,'[]','done');
INSERT INTO "care_done" VALUES(59,100,4,'inside','2026-10-27T06:10:00Z',NULL,332,'[]','done');
INSERT INTO "care_done" VALUES(60,101,4,'outlets','2026-11-20T06:10:00Z',NULL,334,'[]','done');
INSERT INTO "care_done" VALUES(61,102,4,'milk-rinse','2026-11-23T16:25:00Z',NULL,336,'[]','done');
INSERT INTO "care_done" VALUES(62,103,4,'milk-hose-flush','2026-11-23T16:25:00Z',NULL,338,'[]','done');
INSERT INTO "care_done" VALUES(63,104,4,'milk-wash','2026-11-23T16:25:00Z',NULL,340,'["milk-rinse"]','done');
INSERT INTO "care_done" VALUES(64,105,4,'milk-strip-down','2026-11-20T06:10:00Z',NULL,342,'[]','done');
INSERT INTO "care_done" VALUES(65,106,4,'grounds-drawer','2026-11-23T16:25:00Z',NULL,344,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(66,107,4,'drip-tray','2026-11-23T16:25:00Z',NULL,346,'[]','done');
INSERT INTO "care_done" VALUES(67,108,4,'hoppers','2026-11-06T06:10:00Z',NULL,348,'[]','done');
INSERT INTO "care_done" VALUES(68,109,4,'tank-rinse','2026-11-23T16:25:00Z',NULL,350,'[]','done');
INSERT INTO "care_done" VALUES(69,110,4,'tank-wash','2026-11-06T06:10:00Z',NULL,352,'["tank-rinse"]','done');
INSERT INTO "care_done" VALUES(70,111,4,'filter-change','2026-10-02T05:10:00Z',NULL,354,'["tank-wash","tank-rinse"]','done');
INSERT INTO "care_done" VALUES(71,112,4,'descale','2026-10-19T05:10:00Z',NULL,357,'[]','done');
INSERT INTO "care_done" VALUES(72,113,4,'storage-emptying','2026-10-23T05:10:00Z',NULL,359,'[]','done');
INSERT INTO "care_done" VALUES(73,114,4,'leaving','2026-10-23T05:10:00Z',NULL,361,'[]','done');
INSERT INTO "care_done" VALUES(74,115,4,'return','2026-10-23T05:10:00Z',NULL,363,'["tank-rinse"]','done');
INSERT INTO "care_done" VALUES(75,116,4,'wipe-down','2026-11-23T16:25:00Z',NULL,365,'[]','done');
INSERT INTO "care_done" VALUES(76,117,4,'filter-change','2026-10-02T05:10:00Z',NULL,367,'["tank-wash","tank-rinse"]','done');
INSERT INTO "care_done" VALUES(77,118,5,'brew-flush','2026-11-23T16:25:00Z',NULL,370,'[]','done');
INSERT INTO "care_done" VALUES(78,119,5,'outlets','2026-11-20T06:10:00Z',NULL,372,'[]','done');
INSERT INTO "care_done" VALUES(79,120,5,'inside','2026-11-16T06:10:00Z',NULL,374,'[]','done');
INSERT INTO "care_done" VALUES(80,121,5,'grounds-drawer','2026-11-23T16:25:00Z',NULL,376,'[]','done');
INSERT INTO "care_done" VALUES(81,122,5,'drain-passage','2026-11-13T06:10:00Z',NULL,378,'[]','done');
INSERT INTO "care_done" VALUES(82,123,5,'hoppers','2026-10-29T06:10:00Z',NULL,380,'[]','done');
INSERT INTO "care_done" VALUES(83,124,5,'filter-change','2026-05-18T05:10:00Z',NULL,382,'[]','done');
INSERT INTO "care_done" VALUES(84,125,5,'descale','2026-05-08T05:10:00Z',NULL,385,'[]','done');
INSERT INTO "care_done" VALUES(85,126,5,'wipe-down','2026-11-23T16:25:00Z',NULL,387,'[]','done');
INSERT INTO "care_done" VALUES(86,127,5,'storage-emptying','2026-10-23T05:10:00Z',NULL,389,'[]','done');
INSERT INTO "care_done" VALUES(87,128,5,'leaving','2026-10-23T05:10:00Z',NULL,391,'[]','done');
INSERT INTO "care_done" VALUES(88,129,5,'return','2026-10-23T05:10:00Z',NULL,393,'[]','done');
INSERT INTO "care_done" VALUES(89,130,5,'filter-change','2026-05-18T05:10:00Z',NULL,395,'[]','done');
INSERT INTO "care_done" VALUES(90,150,3,'brew-tablet','2026-10-06T05:30:00Z',NULL,436,'[]','done');
INSERT INTO "care_done" VALUES(91,151,3,'group-rinse','2026-10-07T05:18:00Z',NULL,438,'[]','done');
INSERT INTO "care_done" VALUES(92,152,1,'group-rinse','2026-10-08T05:21:00Z',NULL,440,'[]','done');
INSERT INTO "care_done" VALUES(93,153,5,'brew-tablet','2026-10-09T05:28:00Z',NULL,442,'[]','done');
INSERT INTO "care_done" VALUES(94,154,1,'brew-tablet','2026-10-09T05:45:00Z',NULL,444,'[]','done');
INSERT INTO "care_done" VALUES(95,155,2,'group-rinse','2026-10-13T05:13:00Z',NULL,446,'[]','done');
INSERT INTO "care_done" VALUES(96,156,3,'group-rinse','2026-10-14T05:02:00Z',NULL,448,'[]','done');
INSERT INTO "care_done" VALUES(97,157,2,'brew-tablet','2026-10-14T05:46:00Z',NULL,450,'[]','done');
INSERT INTO "care_done" VALUES(98,158,1,'group-rinse','2026-10-15T05:21:00Z',NULL,452,'[]','done');
INSERT INTO "care_done" VALUES(99,159,4,'brew-tablet','2026-10-16T05:43:00Z',NULL,454,'[]','done');
INSERT INTO "care_done" VALUES(100,160,3,'brew-tablet','2026-10-19T05:45:00Z',NULL,456,'[]','done');
INSERT INTO "care_done" VALUES(101,161,2,'group-rinse','2026-10-20T05:01:00Z',NULL,458,'[]','done');
INSERT INTO "care_done" VALUES(102,162,3,'group-rinse','2026-10-21T05:17:00Z',NULL,460,'[]','done');
INSERT INTO "care_done" VALUES(103,163,5,'brew-tablet','2026-10-21T05:29:00Z',NULL,462,'[]','done');
INSERT INTO "care_done" VALUES(104,164,1,'group-rinse','2026-10-22T05:01:00Z',NULL,464,'[]','done');
INSERT INTO "care_done" VALUES(105,165,1,'brew-tablet','2026-10-23T05:36:00Z',NULL,466,'[]','done');
INSERT INTO "care_done" VALUES(106,166,2,'group-rinse','2026-10-27T06:20:00Z',NULL,468,'[]','done');
INSERT INTO "care_done" VALUES(107,167,3,'group-rinse','2026-10-28T06:18:00Z',NULL,470,'[]','done');
INSERT INTO "care_done" VALUES(108,168,1,'group-rinse','2026-10-29T06:21:00Z',NULL,472,'[]','done');
INSERT INTO "care_done" VALUES(109,169,5,'brew-tablet','2026-10-30T06:29:00Z',NULL,474,'[]','done');
INSERT INTO "care_done" VALUES(110,170,4,'brew-tablet','2026-10-30T06:32:00Z',NULL,476,'[]','done');
INSERT INTO "care_done" VALUES(111,171,2,'brew-tablet','2026-10-30T06:43:00Z',NULL,478,'[]','done');
INSERT INTO "care_done" VALUES(112,172,3,'brew-tablet','2026-11-02T06:36:00Z',NULL,480,'[]','done');
INSERT INTO "care_done" VALUES(113,173,2,'group-rinse','2026-11-03T06:00:00Z',NULL,482,'[]','done');
INSERT INTO "care_done" VALUES(114,174,3,'group-rinse','2026-11-04T06:00:00Z',NULL,484,'[]','done');
INSERT INTO "care_done" VALUES(115,175,1,'group-rinse','2026-11-05T06:05:00Z',NULL,486,'[]','done');
INSERT INTO "care_done" VALUES(116,181,2,'group-rinse','2026-11-10T06:24:20Z',NULL,512,'[]','done');
INSERT INTO "care_done" VALUES(117,182,1,'brew-tablet','2026-11-10T06:47:00Z',NULL,534,'[]','done');
INSERT INTO "care_done" VALUES(118,182,1,'grounds-drawer','2026-11-10T06:47:00Z',NULL,534,'[]','done');
INSERT INTO "care_done" VALUES(119,188,1,'group-rinse','2026-11-12T06:14:40Z',NULL,561,'[]','done');
INSERT INTO "care_done" VALUES(120,189,5,'brew-tablet','2026-11-12T06:51:40Z',NULL,579,'[]','done');
INSERT INTO "care_done" VALUES(121,189,5,'grounds-drawer','2026-11-12T06:51:40Z',NULL,579,'[]','done');
INSERT INTO "care_done" VALUES(122,195,3,'group-rinse','2026-11-13T06:06:00Z',NULL,605,'[]','done');
INSERT INTO "care_done" VALUES(123,196,3,'brew-tablet','2026-11-13T06:41:00Z',NULL,624,'[]','done');
INSERT INTO "care_done" VALUES(124,196,3,'drip-tray','2026-11-13T06:41:00Z',NULL,624,'[]','done');
INSERT INTO "care_done" VALUES(125,196,3,'grounds-drawer','2026-11-13T06:41:00Z',NULL,624,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(126,202,1,'brew-tablet','2026-11-17T07:07:00Z',NULL,659,'[]','done');
INSERT INTO "care_done" VALUES(127,202,1,'grounds-drawer','2026-11-17T07:07:00Z',NULL,659,'[]','done');
INSERT INTO "care_done" VALUES(128,208,2,'group-rinse','2026-11-18T06:14:20Z',NULL,687,'[]','done');
INSERT INTO "care_done" VALUES(129,209,5,'brew-tablet','2026-11-18T06:44:40Z',NULL,705,'[]','done');
INSERT INTO "care_done" VALUES(130,209,5,'grounds-drawer','2026-11-18T06:44:40Z',NULL,705,'[]','done');
INSERT INTO "care_done" VALUES(131,215,4,'brew-tablet','2026-11-19T06:54:40Z',NULL,735,'[]','done');
INSERT INTO "care_done" VALUES(132,215,4,'drip-tray','2026-11-19T06:54:40Z',NULL,735,'[]','done');
INSERT INTO "care_done" VALUES(133,215,4,'grounds-drawer','2026-11-19T06:54:40Z',NULL,735,'["drip-tray"]','done');
INSERT INTO "care_done" VALUES(134,221,1,'group-rinse','2026-11-20T06:12:40Z',NULL,763,'[]','done');
INSERT INTO "care_done" VALUES(135,222,3,'group-rinse','2026-11-20T06:19:00Z',NULL,779,'[]','done');
INSERT INTO "care_done" VALUES(136,223,2,'brew-tablet','2026-11-20T07:01:20Z',NULL,805,'[]','done');
INSERT INTO "care_done" VALUES(137,223,2,'drip-tray','2026-11-20T07:01:20Z',NULL,805,'[]','done');
INSERT INTO "care_done" VALUES(138,223,2,'grounds-drawer','2026-11-20T07:01:20Z',NULL,805,'["drip-tray"]','done');
CREATE TABLE "cartridge_fit" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    "capacity_dh_l" REAL CHECK (capacity_dh_l > 0),
    "bypass" REAL NOT NULL,
    "residual_dh" REAL NOT NULL,
    "resin" VARCHAR(255) NOT NULL,
    "months" INTEGER NOT NULL, "as_before" INTEGER NOT NULL DEFAULT 0, "place" VARCHAR(8) NOT NULL DEFAULT 'tank',
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "cartridge_fit" VALUES(1,45,1,'2026-08-20T05:10:00Z',12000.0,0.1,0.0,'decarbonising',6,0,'line');
INSERT INTO "cartridge_fit" VALUES(2,51,1,'2026-08-20T05:10:00Z',12000.0,0.1,0.0,'decarbonising',6,0,'line');
INSERT INTO "cartridge_fit" VALUES(3,67,2,'2026-10-22T05:10:00Z',700.0,0.0,0.0,'decarbonising',2,0,'tank');
INSERT INTO "cartridge_fit" VALUES(4,74,2,'2026-10-22T05:10:00Z',700.0,0.0,0.0,'decarbonising',2,0,'tank');
INSERT INTO "cartridge_fit" VALUES(5,93,3,'2026-10-19T04:30:00Z',NULL,0.0,0.0,'decarbonising',2,0,'tank');
INSERT INTO "cartridge_fit" VALUES(6,111,4,'2026-10-02T05:10:00Z',1400.0,0.0,0.0,'decarbonising',2,0,'tank');
INSERT INTO "cartridge_fit" VALUES(7,117,4,'2026-10-02T05:10:00Z',1400.0,0.0,0.0,'decarbonising',2,0,'tank');
INSERT INTO "cartridge_fit" VALUES(8,124,5,'2026-05-18T05:10:00Z',20000.0,0.3,0.0,'decarbonising',12,0,'line');
INSERT INTO "cartridge_fit" VALUES(9,130,5,'2026-05-18T05:10:00Z',20000.0,0.3,0.0,'decarbonising',12,0,'line');
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
INSERT INTO "change" VALUES(-1,1097);
INSERT INTO "change" VALUES(0,27);
INSERT INTO "change" VALUES(1,297);
INSERT INTO "change" VALUES(2,221);
INSERT INTO "change" VALUES(3,200);
INSERT INTO "change" VALUES(4,114);
INSERT INTO "change" VALUES(5,156);
CREATE TABLE "cleaning" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "drinks" INTEGER NOT NULL CHECK (drinks > 0), "seq" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "cleaning" VALUES(1,182,1,'drinks','2026-11-10T06:47:00Z',1,532);
INSERT INTO "cleaning" VALUES(2,189,5,'drinks','2026-11-12T06:51:40Z',1,577);
INSERT INTO "cleaning" VALUES(3,196,3,'drinks','2026-11-13T06:41:00Z',1,622);
INSERT INTO "cleaning" VALUES(4,202,1,'drinks','2026-11-17T07:07:00Z',1,657);
INSERT INTO "cleaning" VALUES(5,209,5,'drinks','2026-11-18T06:44:40Z',1,703);
INSERT INTO "cleaning" VALUES(6,215,4,'drinks','2026-11-19T06:54:40Z',1,733);
INSERT INTO "cleaning" VALUES(7,223,2,'drinks','2026-11-20T07:01:20Z',1,803);
CREATE TABLE "closure" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    CHECK ("last" >= "first"));
INSERT INTO "closure" VALUES(1,4,1,'2026-12-03','2026-12-03','Stocktaking');
CREATE TABLE "counter_reading" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "counter" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "value" INTEGER NOT NULL CHECK (value >= 0),
    "source" VARCHAR(255) NOT NULL, "seq" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "counter_reading" VALUES(4,21,4,'drinks','2026-09-29T05:12:00Z',20310,'start',60);
INSERT INTO "counter_reading" VALUES(8,23,1,'milk','2026-10-08T04:56:00Z',1036,'csv',69);
INSERT INTO "counter_reading" VALUES(11,23,1,'milk','2026-10-20T04:45:00Z',1200,'csv',72);
INSERT INTO "counter_reading" VALUES(12,23,1,'milk','2026-10-23T04:46:00Z',1273,'csv',73);
INSERT INTO "counter_reading" VALUES(13,23,1,'milk','2026-10-27T05:53:00Z',1302,'csv',74);
INSERT INTO "counter_reading" VALUES(14,23,1,'milk','2026-10-29T05:56:00Z',1350,'csv',75);
INSERT INTO "counter_reading" VALUES(15,23,1,'milk','2026-11-03T05:49:00Z',1402,'csv',76);
INSERT INTO "counter_reading" VALUES(16,23,1,'milk','2026-11-05T05:40:00Z',1442,'csv',77);
INSERT INTO "counter_reading" VALUES(17,23,1,'milk','2026-11-10T05:36:00Z',1488,'csv',78);
INSERT INTO "counter_reading" VALUES(18,23,1,'milk','2026-11-11T05:55:00Z',1513,'csv',79);
INSERT INTO "counter_reading" VALUES(19,23,1,'milk','2026-11-13T05:42:00Z',1549,'csv',80);
INSERT INTO "counter_reading" VALUES(20,23,1,'milk','2026-11-16T05:36:00Z',1568,'csv',81);
INSERT INTO "counter_reading" VALUES(21,23,1,'milk','2026-11-18T05:45:00Z',1613,'csv',82);
INSERT INTO "counter_reading" VALUES(22,23,1,'milk','2026-11-19T05:40:00Z',1647,'csv',83);
INSERT INTO "counter_reading" VALUES(23,23,1,'milk','2026-11-20T05:41:00Z',1668,'csv',84);
INSERT INTO "counter_reading" VALUES(24,23,1,'milk','2026-11-23T05:42:00Z',1682,'csv',85);
INSERT INTO "counter_reading" VALUES(25,23,1,'milk','2026-11-24T05:43:00Z',1698,'csv',86);
INSERT INTO "counter_reading" VALUES(28,24,1,'litres','2026-10-08T04:56:00Z',921,'csv',90);
INSERT INTO "counter_reading" VALUES(31,24,1,'litres','2026-10-20T04:45:00Z',947,'csv',93);
INSERT INTO "counter_reading" VALUES(32,24,1,'litres','2026-10-23T04:46:00Z',958,'csv',94);
INSERT INTO "counter_reading" VALUES(33,24,1,'litres','2026-10-27T05:53:00Z',962,'csv',95);
INSERT INTO "counter_reading" VALUES(34,24,1,'litres','2026-10-29T05:56:00Z',970,'csv',96);
INSERT INTO "counter_reading" VALUES(35,24,1,'litres','2026-11-03T05:49:00Z',978,'csv',97);
INSERT INTO "counter_reading" VALUES(36,24,1,'litres','2026-11-05T05:40:00Z',984,'csv',98);
INSERT INTO "counter_reading" VALUES(37,24,1,'litres','2026-11-10T05:36:00Z',991,'csv',99);
INSERT INTO "counter_reading" VALUES(38,24,1,'litres','2026-11-11T05:55:00Z',995,'csv',100);
INSERT INTO "counter_reading" VALUES(39,24,1,'litres','2026-11-13T05:42:00Z',1001,'csv',101);
INSERT INTO "counter_reading" VALUES(40,24,1,'litres','2026-11-16T05:36:00Z',1004,'csv',102);
INSERT INTO "counter_reading" VALUES(41,24,1,'litres','2026-11-18T05:45:00Z',1011,'csv',103);
INSERT INTO "counter_reading" VALUES(42,24,1,'litres','2026-11-19T05:40:00Z',1016,'csv',104);
INSERT INTO "counter_reading" VALUES(43,24,1,'litres','2026-11-20T05:41:00Z',1019,'csv',105);
INSERT INTO "counter_reading" VALUES(44,24,1,'litres','2026-11-23T05:42:00Z',1021,'csv',106);
INSERT INTO "counter_reading" VALUES(45,24,1,'litres','2026-11-24T05:43:00Z',1024,'csv',107);
INSERT INTO "counter_reading" VALUES(48,25,2,'milk','2026-10-08T04:47:00Z',935,'csv',111);
INSERT INTO "counter_reading" VALUES(51,25,2,'milk','2026-10-20T04:36:00Z',985,'csv',114);
INSERT INTO "counter_reading" VALUES(52,25,2,'milk','2026-10-23T04:59:00Z',1007,'csv',115);
INSERT INTO "counter_reading" VALUES(53,25,2,'milk','2026-10-27T05:55:00Z',1022,'csv',116);
INSERT INTO "counter_reading" VALUES(54,25,2,'milk','2026-10-29T05:52:00Z',1036,'csv',117);
INSERT INTO "counter_reading" VALUES(55,25,2,'milk','2026-11-03T05:35:00Z',1048,'csv',118);
INSERT INTO "counter_reading" VALUES(56,25,2,'milk','2026-11-05T05:46:00Z',1064,'csv',119);
INSERT INTO "counter_reading" VALUES(57,25,2,'milk','2026-11-10T05:52:00Z',1083,'csv',120);
INSERT INTO "counter_reading" VALUES(58,25,2,'milk','2026-11-11T05:36:00Z',1091,'csv',121);
INSERT INTO "counter_reading" VALUES(59,25,2,'milk','2026-11-13T05:47:00Z',1107,'csv',122);
INSERT INTO "counter_reading" VALUES(60,25,2,'milk','2026-11-16T05:53:00Z',1112,'csv',123);
INSERT INTO "counter_reading" VALUES(61,25,2,'milk','2026-11-18T05:42:00Z',1120,'csv',124);
INSERT INTO "counter_reading" VALUES(62,25,2,'milk','2026-11-19T05:50:00Z',1125,'csv',125);
INSERT INTO "counter_reading" VALUES(63,25,2,'milk','2026-11-20T05:51:00Z',1131,'csv',126);
INSERT INTO "counter_reading" VALUES(64,25,2,'milk','2026-11-23T05:40:00Z',1135,'csv',127);
INSERT INTO "counter_reading" VALUES(65,25,2,'milk','2026-11-24T05:54:00Z',1140,'csv',128);
INSERT INTO "counter_reading" VALUES(68,26,1,'drinks','2026-10-08T04:56:00Z',42148,'csv',132);
INSERT INTO "counter_reading" VALUES(71,26,1,'drinks','2026-10-20T04:45:00Z',42483,'csv',135);
INSERT INTO "counter_reading" VALUES(72,26,1,'drinks','2026-10-23T04:46:00Z',42631,'csv',136);
INSERT INTO "counter_reading" VALUES(73,26,1,'drinks','2026-10-27T05:53:00Z',42691,'csv',137);
INSERT INTO "counter_reading" VALUES(74,26,1,'drinks','2026-10-29T05:56:00Z',42788,'csv',138);
INSERT INTO "counter_reading" VALUES(75,26,1,'drinks','2026-11-03T05:49:00Z',42895,'csv',139);
INSERT INTO "counter_reading" VALUES(76,26,1,'drinks','2026-11-05T05:40:00Z',42977,'csv',140);
INSERT INTO "counter_reading" VALUES(80,27,2,'drinks','2026-10-13T04:48:00Z',8232,'csv',145);
INSERT INTO "counter_reading" VALUES(82,27,2,'drinks','2026-10-20T04:36:00Z',8313,'csv',147);
INSERT INTO "counter_reading" VALUES(83,27,2,'drinks','2026-10-23T04:59:00Z',8364,'csv',148);
INSERT INTO "counter_reading" VALUES(84,27,2,'drinks','2026-10-27T05:55:00Z',8398,'csv',149);
INSERT INTO "counter_reading" VALUES(85,27,2,'drinks','2026-10-29T05:52:00Z',8428,'csv',150);
INSERT INTO "counter_reading" VALUES(86,27,2,'drinks','2026-11-03T05:35:00Z',8456,'csv',151);
INSERT INTO "counter_reading" VALUES(87,27,2,'drinks','2026-11-05T05:46:00Z',8493,'csv',152);
INSERT INTO "counter_reading" VALUES(88,28,3,'drinks','2026-10-02T04:36:00Z',12318,'csv',154);
INSERT INTO "counter_reading" VALUES(92,28,3,'drinks','2026-10-15T04:47:00Z',12659,'csv',158);
INSERT INTO "counter_reading" VALUES(93,28,3,'drinks','2026-10-20T04:40:00Z',12771,'csv',159);
INSERT INTO "counter_reading" VALUES(94,28,3,'drinks','2026-10-23T04:56:00Z',12867,'csv',160);
INSERT INTO "counter_reading" VALUES(95,28,3,'drinks','2026-10-27T05:48:00Z',12947,'csv',161);
INSERT INTO "counter_reading" VALUES(96,28,3,'drinks','2026-10-29T05:52:00Z',13018,'csv',162);
INSERT INTO "counter_reading" VALUES(97,28,3,'drinks','2026-11-03T05:35:00Z',13137,'csv',163);
INSERT INTO "counter_reading" VALUES(98,28,3,'drinks','2026-11-05T05:46:00Z',13216,'csv',164);
INSERT INTO "counter_reading" VALUES(100,29,4,'drinks','2026-10-06T04:56:00Z',20395,'csv',167);
INSERT INTO "counter_reading" VALUES(104,29,4,'drinks','2026-10-20T04:46:00Z',20634,'csv',171);
INSERT INTO "counter_reading" VALUES(105,29,4,'drinks','2026-10-23T04:40:00Z',20707,'csv',172);
INSERT INTO "counter_reading" VALUES(106,29,4,'drinks','2026-10-27T05:57:00Z',20739,'csv',173);
INSERT INTO "counter_reading" VALUES(107,29,4,'drinks','2026-10-29T05:46:00Z',20786,'csv',174);
INSERT INTO "counter_reading" VALUES(108,29,4,'drinks','2026-11-03T05:47:00Z',20855,'csv',175);
INSERT INTO "counter_reading" VALUES(109,29,4,'drinks','2026-11-05T05:52:00Z',20895,'csv',176);
INSERT INTO "counter_reading" VALUES(112,30,5,'drinks','2026-10-08T04:46:00Z',55233,'csv',180);
INSERT INTO "counter_reading" VALUES(115,30,5,'drinks','2026-10-20T04:53:00Z',55533,'csv',183);
INSERT INTO "counter_reading" VALUES(116,30,5,'drinks','2026-10-23T04:35:00Z',55639,'csv',184);
INSERT INTO "counter_reading" VALUES(117,30,5,'drinks','2026-10-27T05:43:00Z',55757,'csv',185);
INSERT INTO "counter_reading" VALUES(118,30,5,'drinks','2026-10-29T05:37:00Z',55813,'csv',186);
INSERT INTO "counter_reading" VALUES(119,30,5,'drinks','2026-11-03T05:35:00Z',55951,'csv',187);
INSERT INTO "counter_reading" VALUES(120,30,5,'drinks','2026-11-05T05:41:00Z',56012,'csv',188);
INSERT INTO "counter_reading" VALUES(121,176,1,'drinks','2026-11-10T05:36:00Z',43069,'typed',488);
INSERT INTO "counter_reading" VALUES(122,177,3,'drinks','2026-11-10T05:37:00Z',13330,'typed',490);
INSERT INTO "counter_reading" VALUES(123,178,4,'drinks','2026-11-10T05:38:00Z',20968,'typed',492);
INSERT INTO "counter_reading" VALUES(124,179,5,'drinks','2026-11-10T05:49:00Z',56152,'typed',494);
INSERT INTO "counter_reading" VALUES(125,180,2,'drinks','2026-11-10T05:52:00Z',8535,'typed',496);
INSERT INTO "counter_reading" VALUES(126,181,2,'drinks','2026-11-10T06:24:20Z',8535,'run',511);
INSERT INTO "counter_reading" VALUES(127,182,1,'drinks','2026-11-10T06:47:00Z',43070,'run',533);
INSERT INTO "counter_reading" VALUES(128,183,2,'drinks','2026-11-11T05:36:00Z',8553,'typed',538);
INSERT INTO "counter_reading" VALUES(129,184,4,'drinks','2026-11-11T05:48:00Z',20993,'typed',540);
INSERT INTO "counter_reading" VALUES(130,185,5,'drinks','2026-11-11T05:53:00Z',56176,'typed',542);
INSERT INTO "counter_reading" VALUES(131,186,1,'drinks','2026-11-11T05:55:00Z',43122,'typed',544);
INSERT INTO "counter_reading" VALUES(132,187,3,'drinks','2026-11-11T05:56:00Z',13365,'typed',546);
INSERT INTO "counter_reading" VALUES(133,188,1,'drinks','2026-11-12T06:14:40Z',43155,'run',560);
INSERT INTO "counter_reading" VALUES(134,189,5,'drinks','2026-11-12T06:51:40Z',56202,'run',578);
INSERT INTO "counter_reading" VALUES(135,190,3,'drinks','2026-11-13T05:35:00Z',13452,'typed',583);
INSERT INTO "counter_reading" VALUES(136,191,1,'drinks','2026-11-13T05:42:00Z',43195,'typed',585);
INSERT INTO "counter_reading" VALUES(137,192,5,'drinks','2026-11-13T05:44:00Z',56228,'typed',587);
INSERT INTO "counter_reading" VALUES(138,193,2,'drinks','2026-11-13T05:47:00Z',8591,'typed',589);
INSERT INTO "counter_reading" VALUES(139,194,4,'drinks','2026-11-13T05:57:00Z',21045,'typed',591);
INSERT INTO "counter_reading" VALUES(140,195,3,'drinks','2026-11-13T06:06:00Z',13453,'run',604);
INSERT INTO "counter_reading" VALUES(141,196,3,'drinks','2026-11-13T06:41:00Z',13453,'run',623);
INSERT INTO "counter_reading" VALUES(142,197,1,'drinks','2026-11-16T05:36:00Z',43234,'typed',629);
INSERT INTO "counter_reading" VALUES(143,198,2,'drinks','2026-11-16T05:53:00Z',8601,'typed',631);
INSERT INTO "counter_reading" VALUES(144,199,3,'drinks','2026-11-16T05:56:00Z',13487,'typed',633);
INSERT INTO "counter_reading" VALUES(145,200,4,'drinks','2026-11-16T05:57:00Z',21059,'typed',635);
INSERT INTO "counter_reading" VALUES(146,201,5,'drinks','2026-11-16T05:58:00Z',56296,'typed',637);
INSERT INTO "counter_reading" VALUES(147,202,1,'drinks','2026-11-17T07:07:00Z',43271,'run',658);
INSERT INTO "counter_reading" VALUES(148,203,5,'drinks','2026-11-18T05:39:00Z',56363,'typed',663);
INSERT INTO "counter_reading" VALUES(149,204,2,'drinks','2026-11-18T05:42:00Z',8620,'typed',665);
INSERT INTO "counter_reading" VALUES(150,205,3,'drinks','2026-11-18T05:43:00Z',13562,'typed',667);
INSERT INTO "counter_reading" VALUES(151,206,1,'drinks','2026-11-18T05:45:00Z',43325,'typed',669);
INSERT INTO "counter_reading" VALUES(152,207,4,'drinks','2026-11-18T05:50:00Z',21119,'typed',671);
INSERT INTO "counter_reading" VALUES(153,208,2,'drinks','2026-11-18T06:14:20Z',8620,'run',686);
INSERT INTO "counter_reading" VALUES(154,209,5,'drinks','2026-11-18T06:44:40Z',56364,'run',704);
INSERT INTO "counter_reading" VALUES(155,210,1,'drinks','2026-11-19T05:40:00Z',43395,'typed',709);
INSERT INTO "counter_reading" VALUES(156,211,3,'drinks','2026-11-19T05:42:00Z',13607,'typed',711);
INSERT INTO "counter_reading" VALUES(157,212,4,'drinks','2026-11-19T05:42:00Z',21144,'typed',713);
INSERT INTO "counter_reading" VALUES(158,213,2,'drinks','2026-11-19T05:50:00Z',8632,'typed',715);
INSERT INTO "counter_reading" VALUES(159,214,5,'drinks','2026-11-19T05:52:00Z',56398,'typed',717);
INSERT INTO "counter_reading" VALUES(160,215,4,'drinks','2026-11-19T06:54:40Z',21145,'run',734);
INSERT INTO "counter_reading" VALUES(161,216,1,'drinks','2026-11-20T05:41:00Z',43438,'typed',740);
INSERT INTO "counter_reading" VALUES(162,217,3,'drinks','2026-11-20T05:48:00Z',13640,'typed',742);
INSERT INTO "counter_reading" VALUES(163,218,4,'drinks','2026-11-20T05:48:00Z',21179,'typed',744);
INSERT INTO "counter_reading" VALUES(164,219,2,'drinks','2026-11-20T05:51:00Z',8646,'typed',746);
INSERT INTO "counter_reading" VALUES(165,220,5,'drinks','2026-11-20T05:58:00Z',56431,'typed',748);
INSERT INTO "counter_reading" VALUES(166,221,1,'drinks','2026-11-20T06:12:40Z',43438,'run',762);
INSERT INTO "counter_reading" VALUES(167,222,3,'drinks','2026-11-20T06:19:00Z',13640,'run',778);
INSERT INTO "counter_reading" VALUES(168,223,2,'drinks','2026-11-20T07:01:20Z',8647,'run',804);
INSERT INTO "counter_reading" VALUES(169,224,2,'drinks','2026-11-23T05:40:00Z',8654,'typed',810);
INSERT INTO "counter_reading" VALUES(170,225,1,'drinks','2026-11-23T05:42:00Z',43466,'typed',812);
INSERT INTO "counter_reading" VALUES(171,226,3,'drinks','2026-11-23T05:53:00Z',13681,'typed',814);
INSERT INTO "counter_reading" VALUES(172,227,5,'drinks','2026-11-23T05:59:00Z',56503,'typed',816);
INSERT INTO "counter_reading" VALUES(173,228,1,'drinks','2026-11-24T05:43:00Z',43498,'typed',818);
INSERT INTO "counter_reading" VALUES(174,229,3,'drinks','2026-11-24T05:47:00Z',13710,'typed',820);
INSERT INTO "counter_reading" VALUES(175,230,2,'drinks','2026-11-24T05:54:00Z',8666,'typed',822);
INSERT INTO "counter_reading" VALUES(176,231,5,'drinks','2026-11-24T05:55:00Z',56534,'typed',824);
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
CREATE TABLE "dose_mark" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "role" VARCHAR(60) NOT NULL,
    "ml" INTEGER CHECK (ml > 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "dose_measuring" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "role" VARCHAR(60) NOT NULL,
    "filled_ml" REAL NOT NULL CHECK (filled_ml > 0),
    "left_ml" REAL NOT NULL CHECK (left_ml BETWEEN 0 AND filled_ml),
    "at" DATETIME NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "dose_measuring" VALUES(1,255,1,'milk-cleaner',1000.0,322.0,'2026-11-13T16:30:00Z');
INSERT INTO "dose_measuring" VALUES(2,256,1,'milk-cleaner',1000.0,305.0,'2026-11-18T16:30:00Z');
INSERT INTO "dose_measuring" VALUES(3,257,1,'milk-cleaner',1000.0,318.0,'2026-11-20T16:30:00Z');
INSERT INTO "dose_measuring" VALUES(4,258,2,'milk-cleaner',250.0,70.0,'2026-11-20T16:30:00Z');
CREATE TABLE "dose_trial" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "role" VARCHAR(60) NOT NULL,
    "item" VARCHAR(60) NOT NULL,
    "share" REAL NOT NULL CHECK (share > 0 AND share < 1),
    "minutes" INTEGER NOT NULL CHECK (minutes >= 0),
    "washes" INTEGER NOT NULL CHECK (washes > 0),
    "hypothesis" VARCHAR(300) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "dose_vessel" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "role" VARCHAR(60) NOT NULL,
    "bottom_mm" REAL NOT NULL CHECK (bottom_mm > 0),
    "top_mm" REAL NOT NULL CHECK (top_mm > 0),
    "height_mm" REAL NOT NULL CHECK (height_mm > 0),
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
    "replaces_id" INTEGER, "once" VARCHAR(64), "undone_why" TEXT NOT NULL DEFAULT '',
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("undone_by_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("replaces_id") REFERENCES "entry" ("id"));
INSERT INTO "entry" VALUES(1,'site',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Kilnside Tileworks set up','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(2,'keeper',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Ada Brook (AB) added','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(3,'keeper',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Jonas Reed (JR) added','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(4,'closure',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Closed Thu 3 Dec 2026: Stocktaking','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(5,'absence',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Away, everybody: Fri 18 Dec 2026 to Mon 4 Jan 2027','Kiln relining, everybody off',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(6,'hours',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Hours for the machines, Jonas Reed: Monday, Tuesday, Wednesday, Thursday, Friday 05:40 to 06:30','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(7,'hours',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Hours for the machines, anybody: Monday, Tuesday, Wednesday, Thursday, Friday 18:00 to 19:15','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(8,'hours',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Hours for the machines, Ada Brook: Wednesday 10:00 to 11:00','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(9,'ways',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'How far it is between the machines changed','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(10,'keeper away',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Jonas Reed is away Tue 1 Dec 2026 to Fri 4 Dec 2026; Ada Brook stands in','On holiday',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(11,'mail',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Mail is caught here','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(12,'mail',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Mail to Ada Brook: each morning at 06:00, at once, each week','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(13,'mail',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Mail to Jonas Reed: at once','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(14,'water',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Water “mains” tested: total 17 °dH, carbonate 13.5 °dH','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(15,'water',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Water “mains” tested: total 16.2 °dH, carbonate 12.8 °dH','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(16,'water',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Water “mains” tested: total 17.4 °dH, carbonate 13.6 °dH','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(17,'water',NULL,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',NULL,'Water “mains” tested: total 18 °dH, carbonate 14 °dH','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(18,'machine',1,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',1,'Glaze Lab added','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(19,'machine',2,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',1,'Reception added','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(20,'machine',3,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',1,'Packing Hall added','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(21,'machine',4,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',1,'Drawing Office added','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(22,'machine',5,'2026-09-29T05:12:00Z','2026-09-29T05:12:00Z',1,'Night Kiln added','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(23,'import',1,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'20 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(24,'import',1,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'20 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(25,'import',2,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'20 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(26,'import',1,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'11 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(27,'import',2,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'11 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(28,'import',3,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'11 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(29,'import',4,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'11 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(30,'import',5,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'11 readings taken in from a file','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(31,'done',1,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Grease written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(32,'done',1,'2026-07-27T05:10:00Z','2026-11-24T06:09:00Z',2,'Brew group strip-down written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(33,'done',1,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Powder funnel and inside written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(34,'done',1,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Coffee outlets written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(35,'done',1,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Hot-water flush of the brew path written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(36,'done',1,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Milk rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(37,'done',1,'2026-11-22T16:25:00Z','2026-11-24T06:09:00Z',2,'Milk circuit wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(38,'done',1,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Acid milk wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(39,'done',1,'2026-11-18T06:10:00Z','2026-11-24T06:09:00Z',2,'Milk parts strip-down written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(40,'done',1,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Full clean written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(41,'done',1,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Milk fridge check written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(42,'done',1,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Grounds drawer written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(43,'done',1,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Drain passage written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(44,'done',1,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Bean hoppers written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(45,'done',1,'2026-08-20T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter change written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(46,'done',1,'2026-07-07T05:10:00Z','2026-11-24T06:09:00Z',2,'Descale written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(47,'done',1,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Screen, outside, gasket written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(48,'done',1,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Dry for an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(49,'done',1,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Emptying for storage written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(50,'done',1,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Waking up after an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(51,'filter',1,'2026-08-20T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter fitted: 12000 °dH·L','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(52,'lamp',1,'2026-11-20T14:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Fill milk','“Milk nearly empty”',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(53,'lamp',1,'2026-11-20T15:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(54,'done',2,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Grease written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(55,'done',2,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Brew group strip-down written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(56,'done',2,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Powder funnel and inside written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(57,'done',2,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Coffee outlets written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(58,'done',2,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Milk rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(59,'done',2,'2026-11-23T06:10:00Z','2026-11-24T06:09:00Z',2,'Milk jug wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(60,'done',2,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Milk circuit wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(61,'done',2,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Milk parts strip-down written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(62,'done',2,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Grounds drawer written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(63,'done',2,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Drip tray written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(64,'done',2,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Bean hoppers written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(65,'done',2,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Water tank rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(66,'done',2,'2026-11-12T06:10:00Z','2026-11-24T06:09:00Z',2,'Water tank wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(67,'done',2,'2026-10-22T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter change written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(68,'done',2,'2026-09-25T05:10:00Z','2026-11-24T06:09:00Z',2,'Descale written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(69,'done',2,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Clean and descale in one written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(70,'done',2,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Screen, outside, gasket written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(71,'done',2,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Dry for an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(72,'done',2,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Waking up after an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(73,'done',2,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Emptying for storage written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(74,'filter',2,'2026-10-22T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter fitted: 700 °dH·L','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(75,'bar',2,'2026-11-03T05:37:00Z','2026-11-24T06:09:00Z',2,'Brew-group tablet: bar at 7 %','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(76,'bar',2,'2026-11-20T05:53:00Z','2026-11-24T06:09:00Z',2,'Brew-group tablet: bar at 86 %','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(77,'done',3,'2026-11-12T06:10:00Z','2026-11-24T06:09:00Z',2,'Grease written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(78,'done',3,'2026-02-17T06:10:00Z','2026-11-24T06:09:00Z',2,'Brew group strip-down written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(79,'done',3,'2026-10-30T06:10:00Z','2026-11-24T06:09:00Z',2,'Powder funnel and inside written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(80,'done',3,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Coffee outlets written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(81,'done',3,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Wand wipe and purge written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(82,'done',3,'2026-11-19T06:10:00Z','2026-11-24T06:09:00Z',2,'Wand soak written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(83,'done',3,'2026-11-24T05:38:00Z','2026-11-24T06:09:00Z',2,'Grounds drawer written down','','2026-11-24T06:12:00Z',1,NULL,NULL,'it was the other machine');
INSERT INTO "entry" VALUES(84,'done',3,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Drip tray written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(85,'done',3,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Bean hoppers written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(86,'done',3,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Water tank rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(87,'done',3,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Water tank wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(88,'done',3,'2026-11-09T06:10:00Z','2026-11-24T06:09:00Z',2,'Descale written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(89,'done',3,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Emptying for storage written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(90,'done',3,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Waking up after an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(91,'done',3,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Dry for an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(92,'done',3,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Outside and cup rest written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(93,'filter',3,'2026-10-19T04:30:00Z','2026-11-24T06:09:00Z',2,'Filter taken out','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(94,'lamp',3,'2026-10-23T07:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Too little water comes through','Attention flashing red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(95,'lamp',3,'2026-10-23T08:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(96,'lamp',3,'2026-11-06T11:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Empty the drawer','Drawer flashing red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(97,'lamp',3,'2026-11-06T12:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(98,'lamp',3,'2026-11-20T15:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Door or brew group; Fill the tank; Descale','Tank flashing red, Rinse and descale steady red, Attention steady red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(99,'lamp',3,'2026-11-20T16:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(100,'done',4,'2026-10-27T06:10:00Z','2026-11-24T06:09:00Z',2,'Powder funnel and inside written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(101,'done',4,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Coffee outlets written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(102,'done',4,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Milk rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(103,'done',4,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Milk hose flush written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(104,'done',4,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Milk circuit wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(105,'done',4,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Milk parts strip-down written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(106,'done',4,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Grounds drawer written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(107,'done',4,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Drip tray written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(108,'done',4,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Bean hoppers written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(109,'done',4,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Water tank rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(110,'done',4,'2026-11-06T06:10:00Z','2026-11-24T06:09:00Z',2,'Water tank wash written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(111,'done',4,'2026-10-02T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter change written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(112,'done',4,'2026-10-19T05:10:00Z','2026-11-24T06:09:00Z',2,'Descale written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(113,'done',4,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Emptying for storage written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(114,'done',4,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Dry for an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(115,'done',4,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Waking up after an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(116,'done',4,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Screen, outside, gasket written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(117,'filter',4,'2026-10-02T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter fitted: 1400 °dH·L','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(118,'done',5,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Hot-water flush of the brew path written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(119,'done',5,'2026-11-20T06:10:00Z','2026-11-24T06:09:00Z',2,'Coffee outlets written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(120,'done',5,'2026-11-16T06:10:00Z','2026-11-24T06:09:00Z',2,'Powder funnel and inside written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(121,'done',5,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Grounds drawer written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(122,'done',5,'2026-11-13T06:10:00Z','2026-11-24T06:09:00Z',2,'Drain passage written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(123,'done',5,'2026-10-29T06:10:00Z','2026-11-24T06:09:00Z',2,'Bean hoppers written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(124,'done',5,'2026-05-18T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter change written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(125,'done',5,'2026-05-08T05:10:00Z','2026-11-24T06:09:00Z',2,'Descale written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(126,'done',5,'2026-11-23T16:25:00Z','2026-11-24T06:09:00Z',2,'Screen, outside, gasket written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(127,'done',5,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Emptying for storage written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(128,'done',5,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Dry for an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(129,'done',5,'2026-10-23T05:10:00Z','2026-11-24T06:09:00Z',2,'Waking up after an absence written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(130,'filter',5,'2026-05-18T05:10:00Z','2026-11-24T06:09:00Z',2,'Filter fitted: 20000 °dH·L','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(131,'lamp',5,'2026-10-09T06:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Too little water comes through','Water flashing red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(132,'lamp',5,'2026-10-09T07:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(133,'lamp',5,'2026-10-30T06:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Too little water comes through','Water flashing red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(134,'lamp',5,'2026-10-30T07:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(135,'lamp',5,'2026-11-09T06:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Too little water comes through','Water flashing red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(136,'lamp',5,'2026-11-09T08:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(137,'lamp',5,'2026-11-16T13:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The drawer is out','Drawer steady red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(138,'lamp',5,'2026-11-16T14:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(139,'lamp',5,'2026-11-20T08:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Too little water comes through','Water flashing red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(140,'lamp',5,'2026-11-20T09:00:00Z','2026-11-24T06:09:00Z',2,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(141,'lamp',5,'2026-11-23T14:00:00Z','2026-11-24T06:09:00Z',2,'Seen: Too little water comes through','Water flashing red',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(142,'lamp',3,'2026-10-06T05:05:00Z','2026-11-24T06:09:00Z',1,'Seen: Brew-group tablet','Rinse and descale flashing amber',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(143,'lamp',3,'2026-10-06T06:30:00Z','2026-11-24T06:09:00Z',1,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(144,'lamp',3,'2026-10-19T05:20:00Z','2026-11-24T06:09:00Z',1,'Seen: Brew-group tablet','Rinse and descale flashing amber',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(145,'lamp',3,'2026-10-19T06:45:00Z','2026-11-24T06:09:00Z',1,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(146,'lamp',3,'2026-11-02T06:11:00Z','2026-11-24T06:09:00Z',1,'Seen: Brew-group tablet','Rinse and descale flashing amber',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(147,'lamp',3,'2026-11-02T07:36:00Z','2026-11-24T06:09:00Z',1,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(148,'lamp',3,'2026-11-13T06:00:00Z','2026-11-24T06:09:00Z',1,'Seen: Brew-group tablet','Rinse and descale flashing amber',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(149,'lamp',3,'2026-11-13T07:25:00Z','2026-11-24T06:09:00Z',1,'Seen: The panel is dark','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(150,'done',3,'2026-10-06T05:30:00Z','2026-10-06T05:30:00Z',2,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(151,'done',3,'2026-10-07T05:18:00Z','2026-10-07T05:18:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(152,'done',1,'2026-10-08T05:21:00Z','2026-10-08T05:21:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(153,'done',5,'2026-10-09T05:28:00Z','2026-10-09T05:28:00Z',2,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(154,'done',1,'2026-10-09T05:45:00Z','2026-10-09T05:45:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(155,'done',2,'2026-10-13T05:13:00Z','2026-10-13T05:13:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(156,'done',3,'2026-10-14T05:02:00Z','2026-10-14T05:02:00Z',2,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(157,'done',2,'2026-10-14T05:46:00Z','2026-10-14T05:46:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(158,'done',1,'2026-10-15T05:21:00Z','2026-10-15T05:21:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(159,'done',4,'2026-10-16T05:43:00Z','2026-10-16T05:43:00Z',2,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(160,'done',3,'2026-10-19T05:45:00Z','2026-10-19T05:45:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(161,'done',2,'2026-10-20T05:01:00Z','2026-10-20T05:01:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(162,'done',3,'2026-10-21T05:17:00Z','2026-10-21T05:17:00Z',2,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(163,'done',5,'2026-10-21T05:29:00Z','2026-10-21T05:29:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(164,'done',1,'2026-10-22T05:01:00Z','2026-10-22T05:01:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(165,'done',1,'2026-10-23T05:36:00Z','2026-10-23T05:36:00Z',2,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(166,'done',2,'2026-10-27T06:20:00Z','2026-10-27T06:20:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(167,'done',3,'2026-10-28T06:18:00Z','2026-10-28T06:18:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(168,'done',1,'2026-10-29T06:21:00Z','2026-10-29T06:21:00Z',2,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(169,'done',5,'2026-10-30T06:29:00Z','2026-10-30T06:29:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(170,'done',4,'2026-10-30T06:32:00Z','2026-10-30T06:32:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(171,'done',2,'2026-10-30T06:43:00Z','2026-10-30T06:43:00Z',2,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(172,'done',3,'2026-11-02T06:36:00Z','2026-11-02T06:36:00Z',1,'Brew-group tablet written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(173,'done',2,'2026-11-03T06:00:00Z','2026-11-03T06:00:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(174,'done',3,'2026-11-04T06:00:00Z','2026-11-04T06:00:00Z',2,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(175,'done',1,'2026-11-05T06:05:00Z','2026-11-05T06:05:00Z',1,'Brew-group rinse written down','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(176,'reading',1,'2026-11-10T05:36:00Z','2026-11-10T05:36:00Z',1,'Counter 43 069','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(177,'reading',3,'2026-11-10T05:37:00Z','2026-11-10T05:37:00Z',2,'Counter 13 330','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(178,'reading',4,'2026-11-10T05:38:00Z','2026-11-10T05:38:00Z',1,'Counter 20 968','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(179,'reading',5,'2026-11-10T05:49:00Z','2026-11-10T05:49:00Z',1,'Counter 56 152','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(180,'reading',2,'2026-11-10T05:52:00Z','2026-11-10T05:52:00Z',2,'Counter 8 535','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(181,'run',2,'2026-11-10T06:17:00Z','2026-11-10T06:17:00Z',1,'Brew-group rinse','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(182,'run',1,'2026-11-10T06:26:00Z','2026-11-10T06:26:00Z',1,'Brew-group tablet','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(183,'reading',2,'2026-11-11T05:36:00Z','2026-11-11T05:36:00Z',2,'Counter 8 553','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(184,'reading',4,'2026-11-11T05:48:00Z','2026-11-11T05:48:00Z',1,'Counter 20 993','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(185,'reading',5,'2026-11-11T05:53:00Z','2026-11-11T05:53:00Z',1,'Counter 56 176','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(186,'reading',1,'2026-11-11T05:55:00Z','2026-11-11T05:55:00Z',2,'Counter 43 122','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(187,'reading',3,'2026-11-11T05:56:00Z','2026-11-11T05:56:00Z',1,'Counter 13 365','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(188,'run',1,'2026-11-12T06:08:00Z','2026-11-12T06:08:00Z',1,'Brew-group rinse','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(189,'run',5,'2026-11-12T06:36:00Z','2026-11-12T06:36:00Z',2,'Brew-group tablet','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(190,'reading',3,'2026-11-13T05:35:00Z','2026-11-13T05:35:00Z',1,'Counter 13 452','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(191,'reading',1,'2026-11-13T05:42:00Z','2026-11-13T05:42:00Z',1,'Counter 43 195','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(192,'reading',5,'2026-11-13T05:44:00Z','2026-11-13T05:44:00Z',2,'Counter 56 228','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(193,'reading',2,'2026-11-13T05:47:00Z','2026-11-13T05:47:00Z',1,'Counter 8 591','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(194,'reading',4,'2026-11-13T05:57:00Z','2026-11-13T05:57:00Z',1,'Counter 21 045','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(195,'run',3,'2026-11-13T06:00:00Z','2026-11-13T06:00:00Z',2,'Brew-group rinse','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(196,'run',3,'2026-11-13T06:25:00Z','2026-11-13T06:25:00Z',1,'Brew-group tablet','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(197,'reading',1,'2026-11-16T05:36:00Z','2026-11-16T05:36:00Z',1,'Counter 43 234','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(198,'reading',2,'2026-11-16T05:53:00Z','2026-11-16T05:53:00Z',2,'Counter 8 601','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(199,'reading',3,'2026-11-16T05:56:00Z','2026-11-16T05:56:00Z',1,'Counter 13 487','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(200,'reading',4,'2026-11-16T05:57:00Z','2026-11-16T05:57:00Z',1,'Counter 21 059','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(201,'reading',5,'2026-11-16T05:58:00Z','2026-11-16T05:58:00Z',2,'Counter 56 296','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(202,'run',1,'2026-11-17T06:46:00Z','2026-11-17T06:46:00Z',1,'Brew-group tablet','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(203,'reading',5,'2026-11-18T05:39:00Z','2026-11-18T05:39:00Z',1,'Counter 56 363','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(204,'reading',2,'2026-11-18T05:42:00Z','2026-11-18T05:42:00Z',2,'Counter 8 620','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(205,'reading',3,'2026-11-18T05:43:00Z','2026-11-18T05:43:00Z',1,'Counter 13 562','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(206,'reading',1,'2026-11-18T05:45:00Z','2026-11-18T05:45:00Z',1,'Counter 43 325','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(207,'reading',4,'2026-11-18T05:50:00Z','2026-11-18T05:50:00Z',2,'Counter 21 119','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(208,'run',2,'2026-11-18T06:07:00Z','2026-11-18T06:07:00Z',1,'Brew-group rinse','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(209,'run',5,'2026-11-18T06:29:00Z','2026-11-18T06:29:00Z',1,'Brew-group tablet','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(210,'reading',1,'2026-11-19T05:40:00Z','2026-11-19T05:40:00Z',2,'Counter 43 395','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(211,'reading',3,'2026-11-19T05:42:00Z','2026-11-19T05:42:00Z',1,'Counter 13 607','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(212,'reading',4,'2026-11-19T05:42:00Z','2026-11-19T05:42:00Z',1,'Counter 21 144','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(213,'reading',2,'2026-11-19T05:50:00Z','2026-11-19T05:50:00Z',2,'Counter 8 632','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(214,'reading',5,'2026-11-19T05:52:00Z','2026-11-19T05:52:00Z',1,'Counter 56 398','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(215,'run',4,'2026-11-19T06:32:00Z','2026-11-19T06:32:00Z',1,'Brew-group tablet','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(216,'reading',1,'2026-11-20T05:41:00Z','2026-11-20T05:41:00Z',2,'Counter 43 438','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(217,'reading',3,'2026-11-20T05:48:00Z','2026-11-20T05:48:00Z',1,'Counter 13 640','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(218,'reading',4,'2026-11-20T05:48:00Z','2026-11-20T05:48:00Z',1,'Counter 21 179','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(219,'reading',2,'2026-11-20T05:51:00Z','2026-11-20T05:51:00Z',2,'Counter 8 646','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(220,'reading',5,'2026-11-20T05:58:00Z','2026-11-20T05:58:00Z',1,'Counter 56 431','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(221,'run',1,'2026-11-20T06:06:00Z','2026-11-20T06:06:00Z',1,'Brew-group rinse','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(222,'run',3,'2026-11-20T06:13:00Z','2026-11-20T06:13:00Z',2,'Brew-group rinse','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(223,'run',2,'2026-11-20T06:41:00Z','2026-11-20T06:41:00Z',1,'Brew-group tablet','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(224,'reading',2,'2026-11-23T05:40:00Z','2026-11-23T05:40:00Z',1,'Counter 8 654','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(225,'reading',1,'2026-11-23T05:42:00Z','2026-11-23T05:42:00Z',2,'Counter 43 466','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(226,'reading',3,'2026-11-23T05:53:00Z','2026-11-23T05:53:00Z',1,'Counter 13 681','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(227,'reading',5,'2026-11-23T05:59:00Z','2026-11-23T05:59:00Z',1,'Counter 56 503','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(228,'reading',1,'2026-11-24T05:43:00Z','2026-11-24T05:43:00Z',2,'Counter 43 498','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(229,'reading',3,'2026-11-24T05:47:00Z','2026-11-24T05:47:00Z',1,'Counter 13 710','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(230,'reading',2,'2026-11-24T05:54:00Z','2026-11-24T05:54:00Z',1,'Counter 8 666','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(231,'reading',5,'2026-11-24T05:55:00Z','2026-11-24T05:55:00Z',2,'Counter 56 534','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(232,'limit',4,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'Coffee outlets: every 5 days','Glaze dust in the room',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(233,'limit',3,'2026-11-06T06:12:00Z','2026-11-06T06:12:00Z',1,'Brew-group rinse: every 5 days','Dark roast, and three shifts',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(234,'stock',NULL,'2026-11-12T05:33:00Z','2026-11-12T05:33:00Z',2,'Brew-group tablets: 9 tablets counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(235,'stock',NULL,'2026-11-12T05:33:00Z','2026-11-12T05:33:00Z',2,'Alkaline milk cleaner: 640 ml counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(236,'stock',NULL,'2026-11-12T05:33:00Z','2026-11-12T05:33:00Z',2,'Acid milk cleaner in sachets: 1 sachet counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(237,'stock',NULL,'2026-11-12T05:33:00Z','2026-11-12T05:33:00Z',2,'Descaling concentrate: 70 ml counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(238,'stock',NULL,'2026-11-12T05:33:00Z','2026-11-12T05:33:00Z',2,'Descaler in sachets: 2 sachets counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(239,'stock',NULL,'2026-10-15T04:33:00Z','2026-10-15T04:33:00Z',2,'Silicone grease: 38 g counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(240,'stock',NULL,'2026-11-12T05:33:00Z','2026-11-12T05:33:00Z',2,'Filter cartridges: 0 cartridges counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(241,'stock',NULL,'2026-11-12T05:33:00Z','2026-11-12T05:33:00Z',2,'Wand tablets: 11 tablets counted','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(242,'stock',NULL,'2026-11-13T06:12:00Z','2026-11-13T06:12:00Z',2,'Acid milk cleaner in sachets: 4 sachets bought, keeps until 20 Dec 2026','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(243,'stock',NULL,'2026-10-25T06:12:00Z','2026-10-25T06:12:00Z',2,'Silicone grease: 20 g bought, keeps until 29 Dec 2027','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(244,'stock',NULL,'2026-11-16T06:12:00Z','2026-11-16T06:12:00Z',2,'Wand tablets: 5 tablets moved from the main cupboard to hall 2','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(245,'stock',NULL,'2026-11-23T06:12:00Z','2026-11-23T06:12:00Z',2,'Filter cartridges: 2 cartridges ordered, expected Mon 30 Nov 2026','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(246,'put off',2,'2026-11-24T06:10:00Z','2026-11-24T06:10:00Z',1,'Grease put off','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(247,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Brew-group tablets: 100 tablets for 24.00','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(248,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Brew-group tablets: 100 tablets for 27.50','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(249,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Alkaline milk cleaner: 1000 ml for 12.40','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(250,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Enzyme pellets for milk: 1000 pellets for 19.90','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(251,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Descaling concentrate: 750 ml for 9.60','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(252,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Descaler in sachets: 6 sachets for 14.40','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(253,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Filter cartridges: 1 cartridge for 13.90','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(254,'price',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Acid milk cleaner in sachets: 10 sachets for 11.50','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(255,'dose',1,'2026-11-13T16:30:00Z','2026-11-13T16:30:00Z',2,'Milk circuit wash: 1000 ml filled, 322 ml left','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(256,'dose',1,'2026-11-18T16:30:00Z','2026-11-18T16:30:00Z',2,'Milk circuit wash: 1000 ml filled, 305 ml left','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(257,'dose',1,'2026-11-20T16:30:00Z','2026-11-20T16:30:00Z',2,'Milk circuit wash: 1000 ml filled, 318 ml left','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(258,'dose',2,'2026-11-20T16:30:00Z','2026-11-20T16:30:00Z',2,'Milk circuit wash: 250 ml filled, 70 ml left','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(259,'money',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',2,'Money: EUR, 28 an hour','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(260,'dose',NULL,'2026-11-22T06:12:00Z','2026-11-22T06:12:00Z',2,'Alkaline milk cleaner: pushes of 21.5, 24.9, 25.3, 24.6, 25.1 ml','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(261,'told',2,'2026-11-04T06:12:00Z','2026-11-04T06:12:00Z',1,'Descale: 7 calls, as this machine does it','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(262,'told',5,'2026-11-12T06:12:00Z','2026-11-12T06:12:00Z',1,'Brew-group tablet: 5 calls, as this machine does it','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(263,'told',3,'2026-11-09T06:12:00Z','2026-11-09T06:12:00Z',2,'Descale: “Keys, a menu, a code” changed','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(264,'told',4,'2026-11-15T06:12:00Z','2026-11-15T06:12:00Z',2,'Short rinse changed','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(265,'manual',3,'2026-11-09T06:12:00Z','2026-11-09T06:12:00Z',2,'Page of the manual: Care programmes, pages 14 and 15','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(266,'sticker',2,'2026-11-21T06:12:00Z','2026-11-21T06:12:00Z',1,'Sticker of Reception made','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(267,'sticker',1,'2026-11-21T06:12:00Z','2026-11-21T06:12:00Z',1,'Sticker of Glaze Lab made','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(268,'sticker',3,'2026-11-21T06:12:00Z','2026-11-21T06:12:00Z',1,'Sticker of Packing Hall made','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(269,'access',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'Somebody invited as helper','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(270,'passphrase',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'Passphrase of Ada Brook set','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(271,'access',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'Ada Brook signed in on a phone for the first time','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(272,'access',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'Token “a display” made, to read machines and what is due','',NULL,NULL,NULL,NULL,'');
INSERT INTO "entry" VALUES(273,'keeper',NULL,'2026-11-24T06:12:00Z','2026-11-24T06:12:00Z',1,'Idris Vale (IV) added','',NULL,NULL,NULL,NULL,'');
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
CREATE TABLE "guest_report" ("id" INTEGER NOT NULL PRIMARY KEY,
    "machine_id" INTEGER NOT NULL,
    "told" VARCHAR(10) NOT NULL,
    "at" TEXT NOT NULL,
    "shows" TEXT,
    "words" VARCHAR(200) NOT NULL DEFAULT '',
    "photo" VARCHAR(80) NOT NULL DEFAULT '',
    "times" INTEGER NOT NULL DEFAULT 1,
    "decided_at" TEXT,
    "decided_by_id" INTEGER,
    "entry_id" INTEGER,
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("decided_by_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "guest_report" VALUES(1,2,'filled','2026-11-24T05:24:00Z',NULL,'','',1,NULL,NULL,NULL);
INSERT INTO "guest_report" VALUES(2,1,'spits','2026-11-24T05:41:00Z',NULL,'the left spout only','',1,NULL,NULL,NULL);
CREATE TABLE "inspected" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "well" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "invite" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "role" VARCHAR(10) NOT NULL CHECK (role IN ('owner', 'keeper', 'helper', 'looker')),
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "made_by_id" INTEGER,
    "made_at" TEXT NOT NULL,
    "used_at" TEXT,
    "used_by_id" INTEGER,
    "withdrawn_at" TEXT,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("made_by_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("used_by_id") REFERENCES "keeper" ("id"));
INSERT INTO "invite" VALUES(1,1,'helper','f7a8c369c1515445699ddd2d925a99426f298d0ae19eabc3aadad2b6da69648e',1,'2026-11-24T06:12:00Z',NULL,NULL,NULL);
CREATE TABLE "item_switch" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "off" INTEGER NOT NULL,
    "reason" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
CREATE TABLE "keeper" ("id" INTEGER NOT NULL PRIMARY KEY, "claimed" VARCHAR(255));
INSERT INTO "keeper" VALUES(1,'ab');
INSERT INTO "keeper" VALUES(2,'jr');
INSERT INTO "keeper" VALUES(3,'iv');
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
INSERT INTO "keeper_absence" VALUES(1,10,1,2,1,'2026-12-01','2026-12-04','On holiday');
CREATE TABLE "keeper_role" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "role" VARCHAR(10) NOT NULL CHECK (role IN ('owner', 'keeper', 'helper', 'looker')),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "keeper_role" VALUES(1,2,1,1,'owner');
INSERT INTO "keeper_role" VALUES(2,3,2,1,'keeper');
INSERT INTO "keeper_role" VALUES(3,273,3,1,'looker');
CREATE TABLE "keeper_secret" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "hashed" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "keeper_secret" VALUES(1,270,1,'$argon2id$v=19$m=65536,t=3,p=4$SPhxKl+CNwDUQZxnrN+Y9g$la+ERiPm7zCVWwxxjTv8AFB9vxamt5w7qaxWvU8E9Vg');
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
INSERT INTO "keeper_version" VALUES(3,273,3,'Idris Vale','IV',1);
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
INSERT INTO "known_device" VALUES(1,1,'65d0301a17c5b99799b7ba5189d5c1f2c59530b533c4f43361e743fca39f1bb7','2026-11-24T06:12:00Z');
CREATE TABLE "limit_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "trigger" VARCHAR(255) NOT NULL,
    "own_limit" INTEGER CHECK (own_limit > 0),
    "reason" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "limit_version" VALUES(1,232,4,'outlets','days',5,'Glaze dust in the room');
INSERT INTO "limit_version" VALUES(2,233,3,'group-rinse','days',5,'Dark roast, and three shifts');
CREATE TABLE "machine" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL, "claimed" VARCHAR(255),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "machine" VALUES(1,1,'glaze lab');
INSERT INTO "machine" VALUES(2,1,'reception');
INSERT INTO "machine" VALUES(3,1,'packing hall');
INSERT INTO "machine" VALUES(4,1,'drawing office');
INSERT INTO "machine" VALUES(5,1,'night kiln');
CREATE TABLE "machine_version" ("id" INTEGER NOT NULL PRIMARY KEY, "entry_id" INTEGER NOT NULL, "machine_id" INTEGER NOT NULL, "name" VARCHAR(60) NOT NULL, "kind" VARCHAR(60) NOT NULL, "place" VARCHAR(80) NOT NULL, "guess_per_day" REAL CHECK (guess_per_day >= 0), "retired" INTEGER NOT NULL, "serial" VARCHAR(40) NOT NULL, FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"), FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "machine_version" VALUES(1,18,1,'Glaze Lab','office-tower','first floor',NULL,0,'KT-004');
INSERT INTO "machine_version" VALUES(2,19,2,'Reception','jug-compact','entrance',NULL,0,'KT-011');
INSERT INTO "machine_version" VALUES(3,20,3,'Packing Hall','removable-tabletop','hall 2',NULL,0,'KT-031');
INSERT INTO "machine_version" VALUES(4,21,4,'Drawing Office','fixed-group-counter','second floor',NULL,0,'KT-017');
INSERT INTO "machine_version" VALUES(5,22,5,'Night Kiln','black-coffee-bench','kiln gallery',NULL,0,'KT-022');
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
INSERT INTO "mail_version" VALUES(1,11,1,'catcher','',587,'starttls','','','');
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
CREATE TABLE "money_wish" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "currency" VARCHAR(8) NOT NULL,
    "hour_price" REAL NOT NULL CHECK (hour_price >= 0),
    "water_price" REAL NOT NULL CHECK (water_price >= 0), "idle_price" REAL NOT NULL DEFAULT 0 CHECK (idle_price >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "money_wish" VALUES(1,259,1,'EUR',28.0,4.2,6.0);
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
INSERT INTO "panel_sighting" VALUES(1,52,1,'2026-11-20T14:00:00Z','{}','Milk nearly empty',0,NULL,234,'','');
INSERT INTO "panel_sighting" VALUES(2,53,1,'2026-11-20T15:00:00Z','{}','',0,NULL,236,'','');
INSERT INTO "panel_sighting" VALUES(3,94,3,'2026-10-23T07:00:00Z','{"attention":"flashing red"}','',0,NULL,320,'','');
INSERT INTO "panel_sighting" VALUES(4,95,3,'2026-10-23T08:00:00Z','{}','',0,NULL,322,'','');
INSERT INTO "panel_sighting" VALUES(5,96,3,'2026-11-06T11:00:00Z','{"drawer":"flashing red"}','',0,NULL,324,'','');
INSERT INTO "panel_sighting" VALUES(6,97,3,'2026-11-06T12:00:00Z','{}','',0,NULL,326,'','');
INSERT INTO "panel_sighting" VALUES(7,98,3,'2026-11-20T15:00:00Z','{"care":"steady red","tank":"flashing red","attention":"steady red"}','',0,NULL,328,'','');
INSERT INTO "panel_sighting" VALUES(8,99,3,'2026-11-20T16:00:00Z','{}','',0,NULL,330,'','');
INSERT INTO "panel_sighting" VALUES(9,131,5,'2026-10-09T06:00:00Z','{"water":"flashing red"}','',0,NULL,398,'','');
INSERT INTO "panel_sighting" VALUES(10,132,5,'2026-10-09T07:00:00Z','{}','',0,NULL,400,'','');
INSERT INTO "panel_sighting" VALUES(11,133,5,'2026-10-30T06:00:00Z','{"water":"flashing red"}','',0,NULL,402,'','');
INSERT INTO "panel_sighting" VALUES(12,134,5,'2026-10-30T07:00:00Z','{}','',0,NULL,404,'','');
INSERT INTO "panel_sighting" VALUES(13,135,5,'2026-11-09T06:00:00Z','{"water":"flashing red"}','',0,NULL,406,'','');
INSERT INTO "panel_sighting" VALUES(14,136,5,'2026-11-09T08:00:00Z','{}','',0,NULL,408,'','');
INSERT INTO "panel_sighting" VALUES(15,137,5,'2026-11-16T13:00:00Z','{"drawer":"steady red"}','',0,NULL,410,'','');
INSERT INTO "panel_sighting" VALUES(16,138,5,'2026-11-16T14:00:00Z','{}','',0,NULL,412,'','');
INSERT INTO "panel_sighting" VALUES(17,139,5,'2026-11-20T08:00:00Z','{"water":"flashing red"}','',0,NULL,414,'','');
INSERT INTO "panel_sighting" VALUES(18,140,5,'2026-11-20T09:00:00Z','{}','',0,NULL,416,'','');
INSERT INTO "panel_sighting" VALUES(19,141,5,'2026-11-23T14:00:00Z','{"water":"flashing red"}','',0,NULL,418,'','');
INSERT INTO "panel_sighting" VALUES(20,142,3,'2026-10-06T05:05:00Z','{"care":"flashing amber"}','',0,NULL,420,'','');
INSERT INTO "panel_sighting" VALUES(21,143,3,'2026-10-06T06:30:00Z','{}','',0,NULL,422,'','');
INSERT INTO "panel_sighting" VALUES(22,144,3,'2026-10-19T05:20:00Z','{"care":"flashing amber"}','',0,NULL,424,'','');
INSERT INTO "panel_sighting" VALUES(23,145,3,'2026-10-19T06:45:00Z','{}','',0,NULL,426,'','');
INSERT INTO "panel_sighting" VALUES(24,146,3,'2026-11-02T06:11:00Z','{"care":"flashing amber"}','',0,NULL,428,'','');
INSERT INTO "panel_sighting" VALUES(25,147,3,'2026-11-02T07:36:00Z','{}','',0,NULL,430,'','');
INSERT INTO "panel_sighting" VALUES(26,148,3,'2026-11-13T06:00:00Z','{"care":"flashing amber"}','',0,NULL,432,'','');
INSERT INTO "panel_sighting" VALUES(27,149,3,'2026-11-13T07:25:00Z','{}','',0,NULL,434,'','');
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
CREATE TABLE "price" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "units" REAL NOT NULL CHECK (units > 0),
    "cents" INTEGER NOT NULL CHECK (cents >= 0),
    "day" DATE NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "price" VALUES(1,247,'brew-tablets',100.0,2400,'2026-01-28');
INSERT INTO "price" VALUES(2,248,'brew-tablets',100.0,2750,'2026-10-10');
INSERT INTO "price" VALUES(3,249,'milk-liquid',1000.0,1240,'2026-04-28');
INSERT INTO "price" VALUES(4,250,'milk-pellets',1000.0,1990,'2026-09-25');
INSERT INTO "price" VALUES(5,251,'descaler-liquid',750.0,960,'2026-04-28');
INSERT INTO "price" VALUES(6,252,'descaler-sachets',6.0,1440,'2026-07-27');
INSERT INTO "price" VALUES(7,253,'filter-cartridges',1.0,1390,'2026-10-04');
INSERT INTO "price" VALUES(8,254,'milk-acid-sachets',10.0,1150,'2026-07-27');
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
    "deleted" INTEGER NOT NULL, "least_ml" REAL CHECK (least_ml > 0), "most_ml" REAL CHECK (most_ml > 0), "also" VARCHAR(200) NOT NULL DEFAULT '', "acids" VARCHAR(200) NOT NULL DEFAULT '',
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
INSERT INTO "programme_told" VALUES(1,261,2,'descale','whole',NULL,'[{"call":"tank-mix","ml":1500,"role":"descaler"},{"call":"press","how":"Press menu, turn to Descaling, press to confirm."},{"call":"works","gives":[{"outlet":"coffee","ml":800,"bursts":6},{"outlet":"milk","ml":650,"bursts":6}],"minutes":{"low_s":600,"likely_s":1080,"high_s":1800},"over":"The display asks for fresh water."},{"call":"tip-out"},{"call":"tank-emptied"},{"call":"tank-water","ml":1500},{"call":"works","title":"It rinses","gives":[{"outlet":"coffee","ml":750,"bursts":5},{"outlet":"milk","ml":650,"bursts":5}],"minutes":{"low_s":240,"likely_s":360,"high_s":600},"over":"The display thanks you and shows the drinks."}]');
INSERT INTO "programme_told" VALUES(2,262,5,'tablet','whole',NULL,'[{"call":"press","how":"Hold the two outer buttons together until all lamps flash once."},{"call":"door-open","says":"The middle lamp flashes and the chamber stands open.","how":"Flap open."},{"call":"tablet","how":"Lay it in flat.","role":"brew-cleaner","place":"the open brew chamber"},{"call":"door-shut","how":"Flap shut. The programme goes on by itself."},{"call":"works","gives":[{"outlet":"coffee","ml":1200,"bursts":8}],"minutes":{"low_s":360,"likely_s":540,"high_s":720},"over":"All lamps are steady."}]');
INSERT INTO "programme_told" VALUES(3,263,3,'descale','changed','{"use":{"call":"press","how":"Hold the rinse and the steam button together for five seconds, until the care lamp flashes.","access":"descale"},"nth":0}','[{"call":"press","how":"Hold the rinse and the steam button for seven seconds, not five.","access":"descale"}]');
CREATE TABLE "push" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "unit" VARCHAR(20) NOT NULL,
    "value" REAL NOT NULL CHECK (value >= 0),
    "left_out" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "push" VALUES(1,260,'milk-liquid','ml',21.5,1);
INSERT INTO "push" VALUES(2,260,'milk-liquid','ml',24.9,0);
INSERT INTO "push" VALUES(3,260,'milk-liquid','ml',25.3,0);
INSERT INTO "push" VALUES(4,260,'milk-liquid','ml',24.6,0);
INSERT INTO "push" VALUES(5,260,'milk-liquid','ml',25.1,0);
CREATE TABLE "put_off" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "until" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "put_off" VALUES(1,246,2,'grease','2026-11-24T06:10:00Z','2026-11-25T17:00:00Z');
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
INSERT INTO "run" VALUES(12,222,3,'group-rinse','{"key":"group-rinse","title":"Brew-group rinse","circuit":"brew","steps":[{"kind":"do","title":"Switch off and unplug","text":"A cup under the spout first, since it rinses when it is switched off. Then pull the plug and let it cool.","circuit":"body","part":"panel","pose":"dark","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Unplug before reaching inside.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":60,"bursts":1}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"power-off","signal":"","hands_s":60,"opens":"power","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Release the group and pull it out","text":"Door at the side open, press the one button, and pull. A hand under it: grounds fall.","circuit":"brew","part":"group","pose":"group-half","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"It is hot after a programme, and loose grounds fall.","mistake":"If it does not move, it is not in its home position. Close up, switch off and on, and try once more. Never force it.","why":"","cleaner":"","when":["removable-group"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"group","puts_back":"","access":"","starts_over":false,"call":"group-out","signal":"","hands_s":null,"opens":"group","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":["release"]},{"kind":"do","title":"Rinse it under cold or lukewarm water","text":"Turn it under the tap until it runs clear. Brush the screen and the tracks. Where grounds cling, up to five minutes in plain water.","circuit":"brew","part":"group","pose":"group-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Lukewarm or cold. Boiling water and detergent ruin seals and grease.","mistake":"","why":"Damp grounds harden and bind the group within days.","cleaner":"","when":["removable-group"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"group-rinsed","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Wipe out its chamber","text":"Loose grounds out with the brush, then a damp cloth. Nothing wet onto contacts.","circuit":"brew","part":"door","pose":"brush","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"Nothing metal, nothing dripping.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":90,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"wait","title":"It dries in the air","text":"Shaken, on its side, on a cloth, out of the way. Nobody waits for it; the run goes on when you come back.","circuit":"brew","part":"group","pose":"group-out","duration":{"low_s":21600,"likely_s":28800,"high_s":54000},"duration_name":"","over_when":"No drop falls when you shake it.","done_label":"Go on","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[{"key":"drying","answers":["in the air"]}],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":true,"own":-1,"named":[]},{"kind":"do","title":"Shake it and wipe it","text":"Shake the water out, then wipe it with a cloth that leaves no fibres.","circuit":"brew","part":"group","pose":"wipe","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[{"key":"drying","answers":["with a cloth"]}],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"check","title":"Is the group dry?","text":"Screen, tracks and underside.","circuit":"brew","part":"group","pose":"group-out","duration":null,"duration_name":"","over_when":"","done_label":"Yes, it is dry","on_no":"Give it time, or shake it and wipe it once more. Loose grounds stick to damp plastic.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"group-dry","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Slide it in until it clicks","text":"Lever down, marks in line. Do not touch the release while it goes in.","circuit":"brew","part":"group","pose":"group-half","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"If it does not go in, bring it to its home position. Switch off and on once with the door shut; the group then stands in its home position. Never force it.","why":"","cleaner":"","when":["removable-group"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"group","access":"","starts_over":false,"call":"group-in","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":["home","refit"]},{"kind":"check","title":"Pull gently. Does it hold?","text":"It should not move.","circuit":"brew","part":"group","pose":"","duration":null,"duration_name":"","over_when":"","done_label":"Yes, it holds","on_no":"Take it out, bring it to its home position, marks in line, and slide it in again until it clicks.","caution":"","mistake":"","why":"","cleaner":"","when":["removable-group"],"only":[],"ask":null,"confirmation":"pull-test","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"group-in","signal":"","hands_s":null,"opens":"","shuts":"group","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Plug in and switch on","text":"Everything closed, plug in, a cup under the spout, since it rinses when it is switched on.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It is ready","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":60,"bursts":1}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"power-on","signal":"","hands_s":60,"opens":"","shuts":"power","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]}],"needs":[{"amount":"1","thing":"soft brush","role":"","mix_ml":null},{"amount":"1","thing":"lint-free cloth","role":"","mix_ml":null},{"amount":"1","thing":"bowl for the wet group","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","Switch off and unplug before you reach inside. Never immerse the machine, never spray it.","No dishwasher, no boiling water, no metal tools, unless the manual of this part allows it.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":0,"afterwards":"The group is in, dry and proved. Draw the first coffee when it is ready.","settles":["group-rinse"],"starts_over":"","lamp_reasons":[],"inspects":["seals"],"outlets":[],"stands":[],"choices":[{"key":"drying","title":"How shall the group dry?","options":[["in the air","Best, since a cloth leaves fibres; overnight, when the machine can stand."],["with a cloth","When people wait. A cloth that leaves no fibres, and grounds shaken off first."]]}],"programme":"","own":[]}','2026-11-20T06:13:00Z','{"products":{},"accepts":{},"inside":[],"filter_installed":false,"vessels":{},"answers":{"drying":"with a cloth"},"by_hand":false,"listens":false}');
INSERT INTO "run" VALUES(13,223,2,'brew-tablet','{"key":"brew-tablet","title":"Brew-group tablet","circuit":"brew","steps":[{"kind":"tip out","title":"Empty the tray and the drawer","text":"Out, emptied, wiped out, dry at their seats, home again. Also when they were empty.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"A full tray is hot and slippery. Two hands.","mistake":"","why":"Trays, even drained ones, ask to be emptied while a programme runs; a machine that was not shown an empty one stops in the middle, and water left in the seat makes it ask again.","cleaner":"","when":["has-tray","has-drawer","not capsule","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"waste-empty","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Fill the tank to the mark","text":"Rinse it first. Cold tap water, and push it home until it sits.","circuit":"water","part":"tank","pose":"tank-fill","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"Running dry in the middle leaves cleaner inside.","cleaner":"","when":["not plumbed","has-tank","not with-ml"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tank-water","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"A container under the coffee outlet","text":"As large as chosen. What does not fit is tipped out when the run says so.","circuit":"body","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"What comes out is hot and holds cleaner.","mistake":"Each outlet that delivers wants a container, or one that stands under both.","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"container","signal":"","hands_s":null,"opens":"","shuts":"","stands":["coffee"],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Start the programme","text":"Press menu, turn to Group cleaning, press to confirm.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"It has started","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":true,"call":"press","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":0,"named":[]},{"kind":"do","title":"Take the tank out","text":"The door opens only when the tank is out of the way. Stand it on a cloth.","circuit":"water","part":"tank","pose":"tank-out","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["tank-out-first"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"tank","puts_back":"","access":"","starts_over":false,"call":"tank-out","signal":"The display asks for a tablet and waits.","hands_s":null,"opens":"tank","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":1,"named":[]},{"kind":"do","title":"Open the door","text":"As it opens; nothing is forced.","circuit":"body","part":"door","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"door-open","signal":"","hands_s":18,"opens":"door","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":2,"named":[]},{"kind":"do","title":"One tablet, into the small basket on top of the group","text":"Lay it in, close up, and confirm.","circuit":"brew","part":"group","pose":"tablet-in","duration":null,"duration_name":"","over_when":"","done_label":"It is in","on_no":"","caution":"Dry fingers. One tablet only.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[["brew","brew-cleaner"]],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tablet","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":3,"named":[]},{"kind":"do","title":"Shut the door","text":"Until it clicks.","circuit":"body","part":"door","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"door-shut","signal":"","hands_s":18,"opens":"","shuts":"door","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":4,"named":[]},{"kind":"do","title":"Tank back","text":"Push it home until it sits.","circuit":"water","part":"tank","pose":"in","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":["has-tank"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"tank","access":"","starts_over":false,"call":"tank-in","signal":"","hands_s":null,"opens":"","shuts":"tank","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":5,"named":[]},{"kind":"do","title":"Confirm","text":"Press to confirm.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Confirmed","on_no":"","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"confirm","signal":"","hands_s":18,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":6,"named":[]},{"kind":"machine","title":"It works. Leave it alone.","text":"Silent minutes are normal, and its own countdown is not steady.","circuit":"water","part":"boiler","pose":"jug-under","duration":{"low_s":480,"likely_s":660,"high_s":900},"duration_name":"minutes","over_when":"The display thanks you and shows the drinks.","done_label":"It is over","on_no":"","caution":"It is not stopped now, except for a leak, a scald, smoke or sparks. Then the main switch, at once.","mistake":"","why":"What cleans needs its time; that is what the silent minutes are.","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":700,"bursts":8}],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"works","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[{"key":"tray-empty","step":{"kind":"tip out","title":"Empty the tray","text":"Out level, emptied, its seat wiped dry, home until it sits.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"Hot, and fuller than it looks. Two hands.","mistake":"","why":"Water left in the seat makes the machine ask again.","cleaner":"","when":["has-tray"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["tray"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":90,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1},{"key":"drawer-empty","step":{"kind":"tip out","title":"Empty the drawer","text":"Out for ten seconds at least, emptied, its housing wiped out, home again.","circuit":"waste","part":"drawer","pose":"out","duration":null,"duration_name":"","over_when":"","done_label":"Tipped out","on_no":"","caution":"","mistake":"Pushed back at once, the machine may not have noticed.","why":"","cleaner":"","when":["has-drawer","not group-portafilter"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["drawer"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},"up_to":1}],"asks_if_soon":true,"idle":false,"own":7,"named":[]},{"kind":"tip out","title":"Tip everything out","text":"Containers and tray, with plenty of water after it, and back again.","circuit":"waste","part":"tray","pose":"tray-out","duration":null,"duration_name":"","over_when":"","done_label":"All empty and back","on_no":"","caution":"Hot, and it holds cleaner. Two hands.","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":["all"],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"tip-out","signal":"","hands_s":120,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"do","title":"Leave the cleaning menu","text":"The last screen may offer the same programme again. Go back to the drinks.","circuit":"body","part":"panel","pose":"press","duration":null,"duration_name":"","over_when":"","done_label":"Done","on_no":"","caution":"","mistake":"Pressing start once more begins the whole programme again.","why":"","cleaner":"","when":["menu"],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[],"tips":[],"puts":[],"rinses":[],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"leave-menu","signal":"","hands_s":18,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]},{"kind":"check","title":"Does it run clear, without any smell?","text":"Draw one coffee, look at it, smell it, pour it down the sink. It counts; the book takes it off.","circuit":"water","part":"outlet","pose":"jug-under","duration":null,"duration_name":"","over_when":"","done_label":"Clear","on_no":"Rinse once more with fresh water. No drinks until it is clear.","caution":"","mistake":"","why":"","cleaner":"","when":[],"only":[],"ask":null,"confirmation":"","no_goes_on":false,"amount_ml":null,"amount_of":"","delivers":[{"outlet":"coffee","ml":120,"bursts":1}],"tips":["coffee"],"puts":[],"rinses":["brew"],"takes_out":"","puts_back":"","access":"","starts_over":false,"call":"clear","signal":"","hands_s":null,"opens":"","shuts":"","stands":[],"asks":[],"asks_if_soon":false,"idle":false,"own":-1,"named":[]}],"needs":[{"amount":"","thing":"","role":"brew-cleaner","mix_ml":null},{"amount":"1","thing":"container under the coffee outlet","role":"","mix_ml":null}],"cautions":["Hot water, steam and hot metal. Keep hands away while it works, and let it cool before you touch.","The cleaner is alkaline and burns skin and eyes. Gloves and eye protection for powder and concentrate; away from children; never with an acid, a descaler or anything chlorinated.","No drinks until the last step is done.","A full tray is hot and slips. Carry it level, with two hands.","It is not stopped once begun, except for a leak, a scald, smoke or sparks. Then pull the main switch, at once.","Switch off and unplug before you reach inside. Never immerse the machine, never spray it.","The manual of your machine and its own prompts come first where they differ."],"cleaning_drinks":1,"afterwards":"Wipe the spouts and put the machine back into service.","settles":["grounds-drawer","drip-tray","brew-tablet"],"starts_over":"The programme begins again from its start, without a second tablet. What is inside is rinsed out by it.","lamp_reasons":[{"text":"The short rinse was run instead of the long cleaning programme. Over within a minute, it was the rinse.","item":"brew-tablet"},{"text":"The programme was left by the first screen that offered it again.","item":""},{"text":"Another care lights the same lamp: descaling may be due as well.","item":"descale"}],"inspects":["screen"],"outlets":[],"stands":[{"key":"coffee","words":"the coffee outlet","under":["coffee"],"least_ml":0}],"choices":[],"programme":"tablet","own":[{"call":"press","says":"","how":"Press menu, turn to Group cleaning, press to confirm.","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tank-out","says":"The display asks for a tablet and waits.","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"door-open","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tablet","says":"","how":"","title":"","ml":null,"role":"brew-cleaner","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"the small basket on top of the group","tubes":1,"asks":[],"when":[],"access":""},{"call":"door-shut","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"tank-in","says":"","how":"","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"confirm","says":"","how":"Press to confirm.","title":"","ml":null,"role":"","gives":[],"minutes":null,"over":"","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""},{"call":"works","says":"","how":"","title":"","ml":null,"role":"","gives":[{"outlet":"coffee","ml":700,"bursts":8}],"minutes":{"low_s":480,"likely_s":660,"high_s":900},"over":"The display thanks you and shows the drinks.","under":[],"one":false,"place":"","tubes":1,"asks":[],"when":[],"access":""}]}','2026-11-20T06:41:00Z','{"products":{"brew-cleaner":{"key":"brew-tablets","title":"Brew-group tablets","role":"brew-cleaner","form":"tablet","chemistry":"alkaline","unit":"tablet","dose":1.0,"per_l":null,"whole":true,"least_ml":null,"most_ml":null,"also":[],"acids":[]}},"accepts":{"brew-cleaner":["oxidising","alkaline"]},"inside":[],"filter_installed":true,"vessels":{"coffee":1000},"answers":{},"by_hand":false,"listens":false}');
CREATE TABLE "run_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "run_id" INTEGER NOT NULL,
    "kind" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    "step" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL, "once" VARCHAR(64), "course" TEXT,
    FOREIGN KEY ("run_id") REFERENCES "run" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"));
INSERT INTO "run_event" VALUES(136,12,'advance','2026-11-20T06:13:40Z',0,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(137,12,'advance','2026-11-20T06:14:20Z',1,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(138,12,'advance','2026-11-20T06:15:00Z',2,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(139,12,'advance','2026-11-20T06:15:40Z',3,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(140,12,'advance','2026-11-20T06:16:20Z',5,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(141,12,'advance','2026-11-20T06:17:00Z',6,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(142,12,'advance','2026-11-20T06:17:40Z',7,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(143,12,'advance','2026-11-20T06:18:20Z',8,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(144,12,'advance','2026-11-20T06:19:00Z',9,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(145,12,'finish','2026-11-20T06:19:00Z',10,2,'',NULL,NULL);
INSERT INTO "run_event" VALUES(146,13,'advance','2026-11-20T06:41:40Z',0,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(147,13,'advance','2026-11-20T06:42:20Z',1,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(148,13,'advance','2026-11-20T06:43:00Z',2,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(149,13,'advance','2026-11-20T06:43:40Z',3,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(150,13,'advance','2026-11-20T06:44:20Z',4,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(151,13,'advance','2026-11-20T06:45:00Z',5,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(152,13,'advance','2026-11-20T06:45:40Z',6,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(153,13,'advance','2026-11-20T06:46:20Z',7,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(154,13,'advance','2026-11-20T06:47:00Z',8,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(155,13,'advance','2026-11-20T06:47:40Z',9,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(156,13,'asked','2026-11-20T06:59:20Z',10,1,'tray-empty',NULL,NULL);
INSERT INTO "run_event" VALUES(157,13,'answered','2026-11-20T06:59:20Z',10,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(158,13,'asked','2026-11-20T06:59:20Z',10,1,'tray-empty',NULL,NULL);
INSERT INTO "run_event" VALUES(159,13,'answered','2026-11-20T06:59:20Z',10,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(160,13,'advance','2026-11-20T06:59:20Z',10,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(161,13,'advance','2026-11-20T07:00:00Z',11,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(162,13,'advance','2026-11-20T07:00:40Z',12,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(163,13,'advance','2026-11-20T07:01:20Z',13,1,'',NULL,NULL);
INSERT INTO "run_event" VALUES(164,13,'finish','2026-11-20T07:01:20Z',14,1,'',NULL,NULL);
CREATE TABLE "schema_migration" ("id" INTEGER NOT NULL PRIMARY KEY, "name" VARCHAR(255) NOT NULL, "applied" DATETIME NOT NULL);
INSERT INTO "schema_migration" VALUES(1,'0001_first','2026-11-27 06:24:27.041459');
INSERT INTO "schema_migration" VALUES(2,'0002_machine_serial','2026-11-27 06:24:27.048896');
INSERT INTO "schema_migration" VALUES(3,'0003_care','2026-11-27 06:24:27.053255');
INSERT INTO "schema_migration" VALUES(4,'0004_device_event','2026-11-27 06:24:27.055040');
INSERT INTO "schema_migration" VALUES(5,'0005_guided','2026-11-27 06:24:27.061091');
INSERT INTO "schema_migration" VALUES(6,'0006_lamps','2026-11-27 06:24:27.063138');
INSERT INTO "schema_migration" VALUES(7,'0007_order','2026-11-27 06:24:27.073647');
INSERT INTO "schema_migration" VALUES(8,'0008_sign_ins','2026-11-27 06:24:27.079833');
INSERT INTO "schema_migration" VALUES(9,'0009_unique','2026-11-27 06:24:27.088230');
INSERT INTO "schema_migration" VALUES(10,'0010_what_was_so','2026-11-27 06:24:27.105351');
INSERT INTO "schema_migration" VALUES(11,'0011_labels_and_degrees','2026-11-27 06:24:27.111580');
INSERT INTO "schema_migration" VALUES(12,'0012_told','2026-11-27 06:24:27.114943');
INSERT INTO "schema_migration" VALUES(13,'0013_rounds','2026-11-27 06:24:27.117292');
INSERT INTO "schema_migration" VALUES(14,'0014_plan','2026-11-27 06:24:27.118758');
INSERT INTO "schema_migration" VALUES(15,'0015_feeds','2026-11-27 06:24:27.120037');
INSERT INTO "schema_migration" VALUES(16,'0016_keepers_away','2026-11-27 06:24:27.121325');
INSERT INTO "schema_migration" VALUES(17,'0017_mail','2026-11-27 06:24:27.124050');
INSERT INTO "schema_migration" VALUES(18,'0018_finer_counts','2026-11-27 06:24:27.129918');
INSERT INTO "schema_migration" VALUES(19,'0019_plan_wishes','2026-11-27 06:24:27.131030');
INSERT INTO "schema_migration" VALUES(20,'0020_water_bench','2026-11-27 06:24:27.149275');
INSERT INTO "schema_migration" VALUES(21,'0021_dose_bench','2026-11-27 06:24:27.155549');
INSERT INTO "schema_migration" VALUES(22,'0022_supply_terms','2026-11-27 06:24:27.157496');
INSERT INTO "schema_migration" VALUES(23,'0023_cupboards','2026-11-27 06:24:27.166185');
INSERT INTO "schema_migration" VALUES(24,'0024_rights','2026-11-27 06:24:27.169678');
INSERT INTO "schema_migration" VALUES(25,'0025_invites','2026-11-27 06:24:27.173132');
INSERT INTO "schema_migration" VALUES(26,'0026_guests','2026-11-27 06:24:27.174870');
INSERT INTO "schema_migration" VALUES(27,'0027_api_tokens','2026-11-27 06:24:27.176078');
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
    "ended_at" TEXT, "device" VARCHAR(40) NOT NULL DEFAULT '',
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("secret_id") REFERENCES "keeper_secret" ("id"));
INSERT INTO "sign_in" VALUES(1,1,1,'3aa82208b8fdb897bb003eca438bf8cd0c914d5d0b19e069ac787c106f6a8b1e','2026-11-24T06:12:00Z',NULL,'a phone');
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
INSERT INTO "site_version" VALUES(1,1,1,'Kilnside Tileworks','Europe/Berlin','[[390,1080],[390,1080],[390,1080],[390,1080],[390,1080],null,null]','°C');
CREATE TABLE "slots_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "slots" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "slots_version" VALUES(1,6,1,'[[0,340,390,2],[1,340,390,2],[2,340,390,2],[3,340,390,2],[4,340,390,2]]');
INSERT INTO "slots_version" VALUES(2,7,1,'[[0,340,390,2],[0,1080,1155,null],[1,340,390,2],[1,1080,1155,null],[2,340,390,2],[2,1080,1155,null],[3,340,390,2],[3,1080,1155,null],[4,340,390,2],[4,1080,1155,null]]');
INSERT INTO "slots_version" VALUES(3,8,1,'[[0,340,390,2],[0,1080,1155,null],[1,340,390,2],[1,1080,1155,null],[2,340,390,2],[2,600,660,1],[2,1080,1155,null],[3,340,390,2],[3,1080,1155,null],[4,340,390,2],[4,1080,1155,null]]');
CREATE TABLE "sticker" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "token" VARCHAR(64),
    "photos" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "sticker" VALUES(1,266,2,'EUAoKu5XCrcrS6L0',0);
INSERT INTO "sticker" VALUES(2,267,1,'UJm59x4ZDwZiV93k',0);
INSERT INTO "sticker" VALUES(3,268,3,'MmlQjdCaf0It9tFO',0);
CREATE TABLE "stock_move" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "move" VARCHAR(255) NOT NULL,
    "amount" REAL NOT NULL CHECK (amount >= 0),
    "at" TEXT NOT NULL, "cupboard" VARCHAR(40) NOT NULL DEFAULT '', "into_cupboard" VARCHAR(40) NOT NULL DEFAULT '', "keeps_until" DATE,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
INSERT INTO "stock_move" VALUES(1,182,'brew-tablets','used',1.0,'2026-11-10T06:47:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(2,189,'brew-tablets','used',1.0,'2026-11-12T06:51:40Z','','',NULL);
INSERT INTO "stock_move" VALUES(3,196,'brew-tablets','used',1.0,'2026-11-13T06:41:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(4,202,'brew-tablets','used',1.0,'2026-11-17T07:07:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(5,209,'brew-tablets','used',1.0,'2026-11-18T06:44:40Z','','',NULL);
INSERT INTO "stock_move" VALUES(6,215,'brew-tablets','used',1.0,'2026-11-19T06:54:40Z','','',NULL);
INSERT INTO "stock_move" VALUES(7,223,'brew-tablets','used',1.0,'2026-11-20T07:01:20Z','','',NULL);
INSERT INTO "stock_move" VALUES(8,234,'brew-tablets','counted',9.0,'2026-11-12T05:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(9,235,'milk-liquid','counted',640.0,'2026-11-12T05:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(10,236,'milk-acid-sachets','counted',1.0,'2026-11-12T05:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(11,237,'descaler-liquid','counted',70.0,'2026-11-12T05:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(12,238,'descaler-sachets','counted',2.0,'2026-11-12T05:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(13,239,'silicone-grease','counted',38.0,'2026-10-15T04:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(14,240,'filter-cartridges','counted',0.0,'2026-11-12T05:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(15,241,'wand-tablets','counted',11.0,'2026-11-12T05:33:00Z','','',NULL);
INSERT INTO "stock_move" VALUES(16,242,'milk-acid-sachets','bought',4.0,'2026-11-13T06:12:00Z','','','2026-12-20');
INSERT INTO "stock_move" VALUES(17,243,'silicone-grease','bought',20.0,'2026-10-25T06:12:00Z','','','2027-12-29');
INSERT INTO "stock_move" VALUES(18,244,'wand-tablets','moved',5.0,'2026-11-16T06:12:00Z','','hall 2',NULL);
INSERT INTO "stock_move" VALUES(19,245,'filter-cartridges','ordered',2.0,'2026-11-30T05:30:00Z','','',NULL);
CREATE TABLE "supply_terms" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "lead_days" INTEGER NOT NULL CHECK (lead_days >= 0),
    "opened_days" INTEGER CHECK (opened_days > 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"));
CREATE TABLE "told_once" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "keeper_number" INTEGER NOT NULL,
    "key" VARCHAR(250) NOT NULL,
    "mail_id" INTEGER NOT NULL,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("mail_id") REFERENCES "outgoing" ("id") ON DELETE CASCADE);
CREATE TABLE "trial_stop" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "trial_id" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("trial_id") REFERENCES "dose_trial" ("id"));
CREATE TABLE "truth_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(255) NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "answer" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "truth_told" VALUES(1,181,2,'group-rinse','group-dry',1,'2026-11-10T06:24:20Z');
INSERT INTO "truth_told" VALUES(2,181,2,'group-rinse','pull-test',1,'2026-11-10T06:24:20Z');
INSERT INTO "truth_told" VALUES(3,188,1,'group-rinse','group-dry',1,'2026-11-12T06:14:40Z');
INSERT INTO "truth_told" VALUES(4,188,1,'group-rinse','pull-test',1,'2026-11-12T06:14:40Z');
INSERT INTO "truth_told" VALUES(5,195,3,'group-rinse','group-dry',1,'2026-11-13T06:06:00Z');
INSERT INTO "truth_told" VALUES(6,195,3,'group-rinse','pull-test',1,'2026-11-13T06:06:00Z');
INSERT INTO "truth_told" VALUES(7,208,2,'group-rinse','group-dry',1,'2026-11-18T06:14:20Z');
INSERT INTO "truth_told" VALUES(8,208,2,'group-rinse','pull-test',1,'2026-11-18T06:14:20Z');
INSERT INTO "truth_told" VALUES(9,221,1,'group-rinse','group-dry',1,'2026-11-20T06:12:40Z');
INSERT INTO "truth_told" VALUES(10,221,1,'group-rinse','pull-test',1,'2026-11-20T06:12:40Z');
INSERT INTO "truth_told" VALUES(11,222,3,'group-rinse','group-dry',1,'2026-11-20T06:19:00Z');
INSERT INTO "truth_told" VALUES(12,222,3,'group-rinse','pull-test',1,'2026-11-20T06:19:00Z');
CREATE TABLE "walks_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "home" VARCHAR(80) NOT NULL,
    "seconds" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "walks_version" VALUES(1,9,1,'first floor','[["entrance","first floor",60],["entrance","hall 2",120],["entrance","kiln gallery",165],["entrance","second floor",105],["first floor","hall 2",150],["first floor","kiln gallery",195],["first floor","second floor",60],["hall 2","kiln gallery",60],["hall 2","second floor",195],["kiln gallery","second floor",240]]');
CREATE TABLE "water_test" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "source" VARCHAR(60) NOT NULL,
    "day" DATE NOT NULL,
    "total_dh" REAL,
    "carbonate_dh" REAL, "way" VARCHAR(10) NOT NULL DEFAULT 'number', "unit" VARCHAR(20) NOT NULL DEFAULT 'dH', "read_total" REAL CHECK (read_total >= 0), "read_carbonate" REAL CHECK (read_carbonate >= 0), "ph" REAL CHECK (ph BETWEEN 0 AND 14), "celsius" REAL, "tds_mg" REAL CHECK (tds_mg > 0), "calcium_mg" REAL CHECK (calcium_mg > 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"));
INSERT INTO "water_test" VALUES(1,14,1,'mains','2025-10-10',17.0,13.5,'number','dH',17.0,13.5,NULL,NULL,NULL,NULL);
INSERT INTO "water_test" VALUES(2,15,1,'mains','2026-04-02',16.2,12.8,'number','dH',16.2,12.8,NULL,NULL,NULL,NULL);
INSERT INTO "water_test" VALUES(3,16,1,'mains','2026-07-06',17.4,13.6,'number','dH',17.4,13.6,NULL,NULL,NULL,NULL);
INSERT INTO "water_test" VALUES(4,17,1,'mains','2026-10-17',18.0,14.0,'number','dH',18.0,14.0,7.5,12.0,430.0,NULL);
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
INSERT INTO "wishes_version" VALUES(1,12,1,1,'ada@kilnside.example',1,360,1,6,'3cGZ3WScZrzZJAdYDTnD0yla');
INSERT INTO "wishes_version" VALUES(2,13,1,2,'jonas@kilnside.example',0,420,1,NULL,'kCKkmTLgBaRjEkUGWw6b3kGG');
CREATE TABLE "words_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "name" VARCHAR(120) NOT NULL,
    "text" VARCHAR(600) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"));
INSERT INTO "words_told" VALUES(1,264,4,'short_rinse','Choose Quick rinse, then the tick.');
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
CREATE UNIQUE INDEX "keeper_claimed" ON "keeper" ("claimed");
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
CREATE INDEX "price_entry_id" ON "price" ("entry_id");
CREATE INDEX "dose_measuring_entry_id" ON "dose_measuring" ("entry_id");
CREATE INDEX "dose_mark_entry_id" ON "dose_mark" ("entry_id");
CREATE INDEX "dose_vessel_entry_id" ON "dose_vessel" ("entry_id");
CREATE INDEX "dose_trial_entry_id" ON "dose_trial" ("entry_id");
CREATE INDEX "trial_stop_entry_id" ON "trial_stop" ("entry_id");
CREATE INDEX "push_entry_id" ON "push" ("entry_id");
CREATE INDEX "dose_measuring_machine_id" ON "dose_measuring" ("machine_id");
CREATE INDEX "dose_mark_machine_id" ON "dose_mark" ("machine_id");
CREATE INDEX "dose_vessel_machine_id" ON "dose_vessel" ("machine_id");
CREATE INDEX "dose_trial_machine_id" ON "dose_trial" ("machine_id");
CREATE INDEX "trial_stop_machine_id" ON "trial_stop" ("machine_id");
CREATE INDEX "trial_stop_trial_id" ON "trial_stop" ("trial_id");
CREATE INDEX "supply_terms_entry_id" ON "supply_terms" ("entry_id");
CREATE INDEX "money_wish_entry_id" ON "money_wish" ("entry_id");
CREATE INDEX "money_wish_site_id" ON "money_wish" ("site_id");
CREATE INDEX "keeper_role_entry_id" ON "keeper_role" ("entry_id");
CREATE INDEX "keeper_role_keeper_id" ON "keeper_role" ("keeper_id");
CREATE INDEX "keeper_role_site_id" ON "keeper_role" ("site_id");
CREATE INDEX "invite_site_id" ON "invite" ("site_id");
CREATE INDEX "invite_made_by_id" ON "invite" ("made_by_id");
CREATE INDEX "invite_used_by_id" ON "invite" ("used_by_id");
CREATE INDEX "sticker_entry_id" ON "sticker" ("entry_id");
CREATE INDEX "sticker_machine_id" ON "sticker" ("machine_id");
CREATE INDEX "guest_report_machine_id" ON "guest_report" ("machine_id");
CREATE INDEX "guest_report_decided_by_id" ON "guest_report" ("decided_by_id");
CREATE INDEX "guest_report_entry_id" ON "guest_report" ("entry_id");
CREATE INDEX "api_token_keeper_id" ON "api_token" ("keeper_id");
CREATE TRIGGER "claim_machine" AFTER INSERT ON "machine_version" BEGIN
        UPDATE "machine" SET "claimed" = (SELECT CASE WHEN v."retired" THEN NULL ELSE lower(v."name") END FROM "machine_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."machine_id" = "machine"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1) WHERE "id" = NEW."machine_id"; END;
CREATE TRIGGER "claim_undone_machine" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
        UPDATE "machine" SET "claimed" = (SELECT CASE WHEN v."retired" THEN NULL ELSE lower(v."name") END FROM "machine_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."machine_id" = "machine"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1)
        WHERE "id" IN (SELECT "machine_id" FROM "machine_version" WHERE "entry_id" = NEW."id"); END;
CREATE TRIGGER "claim_keeper" AFTER INSERT ON "keeper_version" BEGIN
        UPDATE "keeper" SET "claimed" = (SELECT CASE WHEN NOT v."active" THEN NULL ELSE lower(v."initials") END FROM "keeper_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."keeper_id" = "keeper"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1) WHERE "id" = NEW."keeper_id"; END;
CREATE TRIGGER "claim_undone_keeper" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
        UPDATE "keeper" SET "claimed" = (SELECT CASE WHEN NOT v."active" THEN NULL ELSE lower(v."initials") END FROM "keeper_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."keeper_id" = "keeper"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1)
        WHERE "id" IN (SELECT "keeper_id" FROM "keeper_version" WHERE "entry_id" = NEW."id"); END;
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
CREATE TRIGGER "count_insert_dose_mark" AFTER INSERT ON "dose_mark" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_dose_mark" AFTER UPDATE ON "dose_mark" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_dose_mark" AFTER DELETE ON "dose_mark" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_dose_measuring" AFTER INSERT ON "dose_measuring" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_dose_measuring" AFTER UPDATE ON "dose_measuring" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_dose_measuring" AFTER DELETE ON "dose_measuring" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT OLD.machine_id, 1 WHERE OLD.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_dose_trial" AFTER INSERT ON "dose_trial" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_dose_trial" AFTER UPDATE ON "dose_trial" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_dose_trial" AFTER DELETE ON "dose_trial" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_dose_vessel" AFTER INSERT ON "dose_vessel" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_dose_vessel" AFTER UPDATE ON "dose_vessel" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_dose_vessel" AFTER DELETE ON "dose_vessel" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT OLD.machine_id, 1 WHERE OLD.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_entry" AFTER INSERT ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_entry" AFTER UPDATE ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_entry" AFTER DELETE ON "entry" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_feed_version" AFTER INSERT ON "feed_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_feed_version" AFTER UPDATE ON "feed_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_feed_version" AFTER DELETE ON "feed_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_guest_report" AFTER INSERT ON "guest_report" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_guest_report" AFTER UPDATE ON "guest_report" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_guest_report" AFTER DELETE ON "guest_report" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT OLD.machine_id, 1 WHERE OLD.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
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
CREATE TRIGGER "count_insert_keeper_role" AFTER INSERT ON "keeper_role" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_keeper_role" AFTER UPDATE ON "keeper_role" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_keeper_role" AFTER DELETE ON "keeper_role" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
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
CREATE TRIGGER "count_insert_money_wish" AFTER INSERT ON "money_wish" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_money_wish" AFTER UPDATE ON "money_wish" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_money_wish" AFTER DELETE ON "money_wish" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
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
CREATE TRIGGER "count_insert_price" AFTER INSERT ON "price" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_price" AFTER UPDATE ON "price" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_price" AFTER DELETE ON "price" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_procedure_version" AFTER INSERT ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_procedure_version" AFTER UPDATE ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_procedure_version" AFTER DELETE ON "procedure_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_product_version" AFTER INSERT ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_product_version" AFTER UPDATE ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_product_version" AFTER DELETE ON "product_version" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_programme_told" AFTER INSERT ON "programme_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_programme_told" AFTER UPDATE ON "programme_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_programme_told" AFTER DELETE ON "programme_told" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_push" AFTER INSERT ON "push" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_push" AFTER UPDATE ON "push" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_push" AFTER DELETE ON "push" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
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
CREATE TRIGGER "count_insert_sticker" AFTER INSERT ON "sticker" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_sticker" AFTER UPDATE ON "sticker" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT NEW.machine_id, 1 WHERE NEW.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_sticker" AFTER DELETE ON "sticker" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT OLD.machine_id, 1 WHERE OLD.machine_id IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_stock_move" AFTER INSERT ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_stock_move" AFTER UPDATE ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_stock_move" AFTER DELETE ON "stock_move" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_supply_terms" AFTER INSERT ON "supply_terms" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_supply_terms" AFTER UPDATE ON "supply_terms" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = NEW.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = NEW.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_supply_terms" AFTER DELETE ON "supply_terms" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT (SELECT machine_id FROM entry WHERE id = OLD.entry_id), 1 WHERE (SELECT machine_id FROM entry WHERE id = OLD.entry_id) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_insert_trial_stop" AFTER INSERT ON "trial_stop" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_update_trial_stop" AFTER UPDATE ON "trial_stop" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(NEW.machine_id, 0), 1 WHERE COALESCE(NEW.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
CREATE TRIGGER "count_delete_trial_stop" AFTER DELETE ON "trial_stop" BEGIN UPDATE change SET number = number + 1 WHERE id = -1; INSERT INTO change (id, number) SELECT COALESCE(OLD.machine_id, 0), 1 WHERE COALESCE(OLD.machine_id, 0) IS NOT NULL ON CONFLICT (id) DO UPDATE SET number = number + 1; END;
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
