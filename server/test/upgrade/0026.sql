/*M!999999\- enable the sandbox mode */ 
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `access_grant` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `subject_kind` varchar(10) NOT NULL,
  `subject_id` varchar(36) NOT NULL,
  `role_id` uuid NOT NULL,
  `place_id` uuid NOT NULL,
  `from_us` bigint(20) NOT NULL,
  `until_us` bigint(20) DEFAULT NULL,
  `given_by_id` uuid DEFAULT NULL,
  `offer_id` uuid DEFAULT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `access_grant` (`account_id`, `id`, `subject_kind`, `subject_id`, `role_id`, `place_id`, `from_us`, `until_us`, `given_by_id`, `offer_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afef-77c0-9c3d-36fb23b5cdb2','person','01a210df-afed-750d-8f45-9acd5b8f6aae','01a210df-afec-722d-a506-c777d467b683','01a210df-afe4-7023-acbe-84af58404008',1767225600000000,NULL,NULL,NULL,'2026-06-16 08:00:00.000000','2026-06-16 08:00:00.000005');
INSERT INTO `access_grant` (`account_id`, `id`, `subject_kind`, `subject_id`, `role_id`, `place_id`, `from_us`, `until_us`, `given_by_id`, `offer_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afee-707f-bda7-d95d8aaff00c','person','01a210df-afed-750d-8f45-91fb3584776d','01a210df-afed-750d-8f45-85eaca0edb6a','01a210df-afe3-75a0-ace5-ee8a9facc984',1767225600000000,NULL,NULL,NULL,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `access_grant` (`account_id`, `id`, `subject_kind`, `subject_id`, `role_id`, `place_id`, `from_us`, `until_us`, `given_by_id`, `offer_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afef-77c0-9c3d-3081362fee93','person','01a210df-afed-750d-8f45-9628769fea19','01a210df-afec-722d-a506-c777d467b683','01a210df-afe3-75a0-ace5-ee8a9facc984',1767225600000000,NULL,NULL,NULL,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `access_grant` (`account_id`, `id`, `subject_kind`, `subject_id`, `role_id`, `place_id`, `from_us`, `until_us`, `given_by_id`, `offer_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afef-77c0-9c3d-36fb23b5cdb2','person','01a210df-afed-750d-8f45-9acd5b8f6aae','01a210df-afec-722d-a506-c777d467b683','01a210df-afe4-7023-acbe-84af58404008',1767225600000000,1781596800000005,NULL,NULL,'2026-06-16 08:00:00.000005','2038-01-19 03:14:07.999999');
INSERT INTO `access_grant` (`account_id`, `id`, `subject_kind`, `subject_id`, `role_id`, `place_id`, `from_us`, `until_us`, `given_by_id`, `offer_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-b0bd-7325-a444-8f95d47466a0','person','01a210df-afed-750d-8f45-9628769fea19','01a210df-afed-750d-8f45-838575d03f08','01a210df-afe3-75a0-ace5-f5663033aa42',1781596800000002,1798761600000000,'01a210df-afed-750d-8f45-88f16ea4a128',NULL,'2026-06-16 08:00:00.000002','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `account` (
  `id` uuid NOT NULL,
  `version` bigint(20) NOT NULL,
  `committed_at_us` bigint(20) NOT NULL,
  `head_hash` char(64) CHARACTER SET ascii COLLATE ascii_general_ci NOT NULL,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `account` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',6,1781596800000005,'f8a9afa0e6db705fb1e99fd20d7c9a1bc0dab84134d192024b9422da9f87c97b');
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `account_settings` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `name` varchar(80) NOT NULL,
  `zone` varchar(60) NOT NULL,
  `currency` char(3) NOT NULL,
  `locale` varchar(20) NOT NULL,
  `path_label_depth` int(11) NOT NULL,
  `guests_see_people_met` tinyint(1) NOT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `account_settings` (`account_id`, `id`, `name`, `zone`, `currency`, `locale`, `path_label_depth`, `guests_see_people_met`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe3-75a0-ace5-e6c2dadb1160','Gardens of e712ac863bc2.example','Europe/Dublin','EUR','en-IE',1,1,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `docket` (
  `account_id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `changes` longtext NOT NULL,
  `saved_at_us` bigint(20) NOT NULL,
  PRIMARY KEY (`account_id`,`person_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `employer` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `name` varchar(120) NOT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `employer` (`account_id`, `id`, `name`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe4-7023-acbe-8fd1dfe4c556','Highfast','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `event` (
  `id` uuid NOT NULL,
  `account_id` uuid DEFAULT NULL,
  `person_id` uuid DEFAULT NULL,
  `login_id` uuid DEFAULT NULL,
  `kind` varchar(40) NOT NULL,
  `at_us` bigint(20) NOT NULL,
  `detail` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`detail`)),
  PRIMARY KEY (`id`),
  KEY `event_person` (`account_id`,`person_id`,`at_us`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `event` VALUES ('01a210df-b012-777f-8af6-c637cbc1f736','01a210df-afe2-73f8-ad35-7e4af83d6d8f',NULL,NULL,'account-founded',1781596800000000,'{}');
INSERT INTO `event` VALUES ('01a210df-b05d-74bb-91f1-96d8ddb36fda','01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-88f16ea4a128','01a210df-aff2-7362-a523-1e1fad3b7ad2','signed-in',1781596800000000,'{}');
INSERT INTO `event` VALUES ('01a210df-b159-77b4-9c67-16aa5148d95d','01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9acd5b8f6aae',NULL,'doors-shut',1781596800000005,'{}');
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `holding` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `product` varchar(60) NOT NULL,
  `seat_type` varchar(60) NOT NULL,
  `own` tinyint(1) NOT NULL,
  `given_from_us` bigint(20) NOT NULL,
  `counted_from_us` bigint(20) DEFAULT NULL,
  `until_us` bigint(20) DEFAULT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `holding` (`account_id`, `id`, `person_id`, `product`, `seat_type`, `own`, `given_from_us`, `counted_from_us`, `until_us`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9c1077f49acf','01a210df-afed-750d-8f45-91fb3584776d','log','field',0,1767225600000000,1767225600000000,NULL,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `holding` (`account_id`, `id`, `person_id`, `product`, `seat_type`, `own`, `given_from_us`, `counted_from_us`, `until_us`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afef-77c0-9c3d-2c8de8377f88','01a210df-afed-750d-8f45-9628769fea19','log','field',0,1767225600000000,1767225600000000,NULL,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `idempotency` (
  `account_id` uuid NOT NULL,
  `actor_id` uuid NOT NULL,
  `idempotency_key` varchar(100) CHARACTER SET ascii COLLATE ascii_general_ci NOT NULL,
  `request_hash` char(64) CHARACTER SET ascii COLLATE ascii_general_ci NOT NULL,
  `answer` longtext NOT NULL,
  `created_at_us` bigint(20) NOT NULL,
  PRIMARY KEY (`account_id`,`actor_id`,`idempotency_key`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `ledger_entry` (
  `account_id` uuid NOT NULL,
  `version` bigint(20) NOT NULL,
  `at_us` bigint(20) NOT NULL,
  `schema_number` int(11) NOT NULL,
  `header` longtext NOT NULL,
  `hash` char(64) CHARACTER SET ascii COLLATE ascii_general_ci NOT NULL,
  PRIMARY KEY (`account_id`,`version`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `ledger_entry` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,1781596800000000,1,'{\"account\":\"01a210df-afe2-73f8-ad35-7e4af83d6d8f\",\"actor\":{\"kind\":\"founding\"},\"at\":1781596800000000,\"items\":[\"f82a3bf54b70898adb579d639fa1f97d4f1b56aa7580234a593808ce6bc15f13\",\"29edb5e571d8ecdb4d317679f53b95ff27af978b643f3a228820cf4197f3faaf\",\"6f150d31d245f14e5abb28f65f796993047590e87a1467881912d69518c79d4c\",\"16424970c302d46660f79e793649e0d27148edfebdc7d8f2fcf255c040394101\",\"e13ae64784465258da37c8c226be91b65a4fb91301a56ee0c49e70dcebf75006\",\"92591e9f069f13d913997643c78246f3c7b22a86c00fba74cac206e747a23d65\",\"590c5d792e0a51d6e37b9e251dbb9ccb1cb348ae7858bf9384df8eccaaa94550\",\"922b50e373dd87a7415eb50ed70fa1fb602df20a786cd61a74cf3993b0c43dde\",\"80b4f8d59c67185d2aefb3a77859b87f9914011272e8786282fb19a12022009a\",\"f6d31a673e83b6fb290e227daa8dd7c6fadf750be8323c6b165bd0d8137081a9\",\"ab412eb9e87943898121853fcfa36ae82951a524b5667c2a1428c4738220d513\",\"4b1851b226ee51d6b6fba07dd7d72c38e0bafc7813241d1abf0058c4fd898a1c\",\"83ec1d8939e8d4b7016d8904a3a49bf04538675bd476425c162bef28f2a2ce81\",\"f5e38abf3ba3689e59b08771e716917f7882d4f5e7abc59deb404e693eebc4ac\",\"670d5672a6a6bce746bf30bbf7faa7f210c78ba7f69628c4cb63e09d7dffb856\",\"80364c83e505b8a2630d2fccf2a59761f14e84c155c98386af62e6c30da3b916\",\"08e904e6f5ed515e18fc57d01a34514b819c5561ba33ac4c4170b83ba7ad10c6\",\"e784187597952fac556f613ee8580425ccee8e27a6ddbfa97a09febbdd857dd6\",\"1c67d759a8863a1af81de4cbb0a38ccfdd49b9ec3f4285513681c161897eb661\",\"363c414193229fd904bbd318197ba1a1b770eb209a3a87246efae06ba64131a4\",\"139cf6eff1c71f314c812fdc9e636b5857e47698ec02fe75de9d5b5dc980f09d\",\"a973649346bf658efd0c05ee8fd35dcbe9f04f39f9e0daa445513bcaa8071d04\",\"8a88a2195501448df6a21b6d2b1b3236d2246eb4bf360d363abf309503f57dc6\",\"cf9b82dbd1c581777709bd247cbc139304bf2f982720914f86793bf32609d7b9\",\"acf20fccb9b71ca6d800be885b3f16bf4771c86f086441fbfe212d82ed46e4a3\"],\"marks\":[],\"previous\":\"0000000000000000000000000000000000000000000000000000000000000000\",\"schema\":1,\"version\":1,\"via\":{\"kind\":\"founding\"}}','749bf1f21add43340fb21981f8223c1f05ce40933d4b5ced0b6dd9136e7c923d');
INSERT INTO `ledger_entry` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',2,1781596800000001,1,'{\"account\":\"01a210df-afe2-73f8-ad35-7e4af83d6d8f\",\"actor\":{\"kind\":\"person\",\"personId\":\"01a210df-afed-750d-8f45-88f16ea4a128\"},\"at\":1781596800000001,\"items\":[\"c61ba849de133fbf6d6cc52e40a80fdfc4921130b2e35e0ee35a89a83975aec8\",\"566afe3dce0c5ff08afbdb660bce02d54b1a8f0e4a503de0f8704b8043e931ab\"],\"marks\":[],\"previous\":\"749bf1f21add43340fb21981f8223c1f05ce40933d4b5ced0b6dd9136e7c923d\",\"schema\":1,\"version\":2,\"via\":{\"id\":\"01a210df-b05d-74bb-91f1-91133e25431c\",\"kind\":\"session\"}}','c5e2fb6d31920dc64cf260e9aa3f1696b808ad3272d3e30c9c2e7eb66decd02b');
INSERT INTO `ledger_entry` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',3,1781596800000002,1,'{\"account\":\"01a210df-afe2-73f8-ad35-7e4af83d6d8f\",\"actor\":{\"kind\":\"person\",\"personId\":\"01a210df-afed-750d-8f45-88f16ea4a128\"},\"at\":1781596800000002,\"items\":[\"7a4c26fb0613e8cc2cd197825894981bbf5e6a94cb55d8c243c3da14b561b9e0\",\"e7580498d5c5400ab38cd6144816b9ec71e86ef249c44d9df16e1ffff038cc97\"],\"marks\":[],\"previous\":\"c5e2fb6d31920dc64cf260e9aa3f1696b808ad3272d3e30c9c2e7eb66decd02b\",\"schema\":1,\"version\":3,\"via\":{\"id\":\"01a210df-b05d-74bb-91f1-91133e25431c\",\"kind\":\"session\"}}','82ce88c75a98ca1fe9b496f1dfee36ace2d1025af851fcd74c74402ae831a615');
INSERT INTO `ledger_entry` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',4,1781596800000003,1,'{\"account\":\"01a210df-afe2-73f8-ad35-7e4af83d6d8f\",\"actor\":{\"kind\":\"person\",\"personId\":\"01a210df-afed-750d-8f45-88f16ea4a128\"},\"at\":1781596800000003,\"items\":[\"ab5ae2ba6c3ad1a8dec20c8a248cd4e95201365e65be322397a81744538292b9\",\"6bcecdffe0103b19e4517c8ec07e137b32e4c74941fc260260270dc99753cd14\"],\"marks\":[],\"previous\":\"82ce88c75a98ca1fe9b496f1dfee36ace2d1025af851fcd74c74402ae831a615\",\"schema\":1,\"version\":4,\"via\":{\"id\":\"01a210df-b05d-74bb-91f1-91133e25431c\",\"kind\":\"session\"}}','60eaf05164397171d901068d0463920e6bbeddc63a4ea3ccde7ec7063ac745c3');
INSERT INTO `ledger_entry` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',5,1781596800000004,1,'{\"account\":\"01a210df-afe2-73f8-ad35-7e4af83d6d8f\",\"actor\":{\"kind\":\"person\",\"personId\":\"01a210df-afed-750d-8f45-88f16ea4a128\"},\"at\":1781596800000004,\"items\":[\"75276bbde49a1bbcaa3cebe67514eb3dc9351744b047693881eb1d3f0625e10f\",\"97ad80048be9e4a19fa2b35da26f936de070b4b94dd2dfb3abe2cb1014d1d2e1\",\"d577d12a2ea2c253e8683781f3599c6ec023804f64b6e5e9ad9a1fdc697b6899\"],\"marks\":[],\"previous\":\"60eaf05164397171d901068d0463920e6bbeddc63a4ea3ccde7ec7063ac745c3\",\"schema\":1,\"version\":5,\"via\":{\"id\":\"01a210df-b05d-74bb-91f1-91133e25431c\",\"kind\":\"session\"}}','214320dd76d8630b3bb738ba737c20a04fb7da72827077c458ec5b20dd4ce87c');
INSERT INTO `ledger_entry` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',6,1781596800000005,1,'{\"account\":\"01a210df-afe2-73f8-ad35-7e4af83d6d8f\",\"actor\":{\"kind\":\"person\",\"personId\":\"01a210df-afed-750d-8f45-88f16ea4a128\"},\"at\":1781596800000005,\"items\":[\"cf9259ee4e9e5f5c9d4bacc861dc8ffe6e795ad0c2d96371729aeebe4d4b97d3\",\"99f766c1f260490599b3caa3870391a062773319e933cc34a9ee3358852f7337\",\"dd7202c26dc8d70ab7d8518e5933c7ee12b5b0b078624637f6d352b843625bfe\"],\"marks\":[],\"previous\":\"214320dd76d8630b3bb738ba737c20a04fb7da72827077c458ec5b20dd4ce87c\",\"schema\":1,\"version\":6,\"via\":{\"id\":\"01a210df-b05d-74bb-91f1-91133e25431c\",\"kind\":\"session\"}}','f8a9afa0e6db705fb1e99fd20d7c9a1bc0dab84134d192024b9422da9f87c97b');
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `ledger_item` (
  `account_id` uuid NOT NULL,
  `version` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `kind` varchar(10) NOT NULL,
  `commitment` char(64) CHARACTER SET ascii COLLATE ascii_general_ci NOT NULL,
  `salt` char(32) CHARACTER SET ascii COLLATE ascii_general_ci DEFAULT NULL,
  `payload` longtext DEFAULT NULL,
  PRIMARY KEY (`account_id`,`version`,`ordinal`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,0,'change','f82a3bf54b70898adb579d639fa1f97d4f1b56aa7580234a593808ce6bc15f13','80cbbea77400282e02de81f3a534f95d','{\"type\":\"found\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,1,'edit','29edb5e571d8ecdb4d317679f53b95ff27af978b643f3a228820cf4197f3faaf','a54d70bc3f31810fb03ab4325619fdb4','{\"after\":{\"currency\":\"EUR\",\"guestsSeePeopleMet\":true,\"id\":\"01a210df-afe3-75a0-ace5-e6c2dadb1160\",\"locale\":\"en-IE\",\"name\":\"Gardens of e712ac863bc2.example\",\"pathLabelDepth\":1,\"zone\":\"Europe/Dublin\"},\"before\":null,\"key\":\"01a210df-afe3-75a0-ace5-e6c2dadb1160\",\"table\":\"settings\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,2,'edit','6f150d31d245f14e5abb28f65f796993047590e87a1467881912d69518c79d4c','fdb6807110c3cdc3830d1666ca666098','{\"after\":{\"id\":\"01a210df-afe4-7023-acbe-8fd1dfe4c556\",\"name\":\"Highfast\"},\"before\":null,\"key\":\"01a210df-afe4-7023-acbe-8fd1dfe4c556\",\"table\":\"employer\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,3,'edit','16424970c302d46660f79e793649e0d27148edfebdc7d8f2fcf255c040394101','163485eef652f52634e1a1e85df53798','{\"after\":{\"id\":\"01a210df-afe3-75a0-ace5-ea584d4e6d5d\",\"kind\":\"account\",\"name\":\"Gardens of e712ac863bc2.example\",\"parentId\":null,\"reference\":null,\"walled\":false},\"before\":null,\"key\":\"01a210df-afe3-75a0-ace5-ea584d4e6d5d\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,4,'edit','e13ae64784465258da37c8c226be91b65a4fb91301a56ee0c49e70dcebf75006','369e1647f529613eab1e181d2d8d925e','{\"after\":{\"id\":\"01a210df-afe3-75a0-ace5-ee8a9facc984\",\"kind\":\"client\",\"name\":\"Pellworth\",\"parentId\":\"01a210df-afe3-75a0-ace5-ea584d4e6d5d\",\"reference\":\"PEL\",\"walled\":false},\"before\":null,\"key\":\"01a210df-afe3-75a0-ace5-ee8a9facc984\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,5,'edit','92591e9f069f13d913997643c78246f3c7b22a86c00fba74cac206e747a23d65','5804f8ea041a34f9bed545de4b30a898','{\"after\":{\"id\":\"01a210df-afe3-75a0-ace5-f01fd0fe8472\",\"kind\":\"site\",\"name\":\"Main\",\"parentId\":\"01a210df-afe3-75a0-ace5-ee8a9facc984\",\"reference\":\"PEL-1\",\"walled\":false},\"before\":null,\"key\":\"01a210df-afe3-75a0-ace5-f01fd0fe8472\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,6,'edit','590c5d792e0a51d6e37b9e251dbb9ccb1cb348ae7858bf9384df8eccaaa94550','8a44db629a99e6002ef0511235a492fd','{\"after\":{\"id\":\"01a210df-afe3-75a0-ace5-f5663033aa42\",\"kind\":\"site\",\"name\":\"Helipad\",\"parentId\":\"01a210df-afe3-75a0-ace5-ee8a9facc984\",\"reference\":\"PEL-2\",\"walled\":true},\"before\":null,\"key\":\"01a210df-afe3-75a0-ace5-f5663033aa42\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,7,'edit','922b50e373dd87a7415eb50ed70fa1fb602df20a786cd61a74cf3993b0c43dde','cd37d40ee03b38f29267090771156ff3','{\"after\":{\"id\":\"01a210df-afe4-7023-acbe-84af58404008\",\"kind\":\"client\",\"name\":\"Corvane\",\"parentId\":\"01a210df-afe3-75a0-ace5-ea584d4e6d5d\",\"reference\":\"COR\",\"walled\":false},\"before\":null,\"key\":\"01a210df-afe4-7023-acbe-84af58404008\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,8,'edit','80b4f8d59c67185d2aefb3a77859b87f9914011272e8786282fb19a12022009a','9748cfd0f300c1d4319818664d9fa315','{\"after\":{\"id\":\"01a210df-afe4-7023-acbe-8887ca7b66f9\",\"kind\":\"site\",\"name\":\"Harbour\",\"parentId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"reference\":\"COR-1\",\"walled\":false},\"before\":null,\"key\":\"01a210df-afe4-7023-acbe-8887ca7b66f9\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,9,'edit','f6d31a673e83b6fb290e227daa8dd7c6fadf750be8323c6b165bd0d8137081a9','a01ee572c40bce8271275a1cd8f0507f','{\"after\":{\"areas\":{\"log/drawings\":{\"level\":\"see\"},\"log/photos\":{\"level\":\"change\"}},\"id\":\"01a210df-afec-722d-a506-c777d467b683\",\"name\":\"Gardener\"},\"before\":null,\"key\":\"01a210df-afec-722d-a506-c777d467b683\",\"table\":\"role\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,10,'edit','ab412eb9e87943898121853fcfa36ae82951a524b5667c2a1428c4738220d513','2da95da19867dc2ef0d13f1ecea52554','{\"after\":{\"areas\":{\"log/drawings\":{\"level\":\"see\"},\"log/photos\":{\"level\":\"add\"}},\"id\":\"01a210df-afed-750d-8f45-838575d03f08\",\"name\":\"Rope access\"},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-838575d03f08\",\"table\":\"role\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,11,'edit','4b1851b226ee51d6b6fba07dd7d72c38e0bafc7813241d1abf0058c4fd898a1c','8827a5349b782c5036b2a7fc34a05b6a','{\"after\":{\"areas\":{\"log/drawings\":{\"level\":\"see\"},\"log/photos\":{\"level\":\"change\"},\"porter/access\":{\"level\":\"change\"},\"porter/people\":{\"level\":\"add\"}},\"id\":\"01a210df-afed-750d-8f45-85eaca0edb6a\",\"name\":\"Steward\"},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-85eaca0edb6a\",\"table\":\"role\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,12,'edit','83ec1d8939e8d4b7016d8904a3a49bf04538675bd476425c162bef28f2a2ce81','b0f0cdd177eebd40a6ae6d958d9275ff','{\"after\":{\"employerId\":null,\"engagementFrom\":1735689600000000,\"engagementUntil\":null,\"id\":\"01a210df-afed-750d-8f45-88f16ea4a128\",\"kind\":\"staff\",\"loginId\":\"01a210df-aff2-7362-a523-1e1fad3b7ad2\",\"managerId\":null,\"signatory\":true,\"standing\":\"owner\",\"state\":\"active\"},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-88f16ea4a128\",\"table\":\"person\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,13,'edit','f5e38abf3ba3689e59b08771e716917f7882d4f5e7abc59deb404e693eebc4ac','02d269937fa7077a271cbf7e63b2d141','{\"after\":{\"employerId\":null,\"engagementFrom\":1735689600000000,\"engagementUntil\":null,\"id\":\"01a210df-afed-750d-8f45-8fc8c44c3109\",\"kind\":\"staff\",\"loginId\":\"01a210df-aff2-7362-a523-2097079a7bfe\",\"managerId\":null,\"signatory\":false,\"standing\":\"administrator\",\"state\":\"active\"},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-8fc8c44c3109\",\"table\":\"person\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,14,'edit','670d5672a6a6bce746bf30bbf7faa7f210c78ba7f69628c4cb63e09d7dffb856','07eac089d7f5be68915835d47240dba7','{\"after\":{\"employerId\":null,\"engagementFrom\":1735689600000000,\"engagementUntil\":null,\"id\":\"01a210df-afed-750d-8f45-91fb3584776d\",\"kind\":\"staff\",\"loginId\":\"01a210df-aff2-7362-a523-24f99211ad25\",\"managerId\":null,\"signatory\":false,\"standing\":\"member\",\"state\":\"active\"},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-91fb3584776d\",\"table\":\"person\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,15,'edit','80364c83e505b8a2630d2fccf2a59761f14e84c155c98386af62e6c30da3b916','d70542be1379852d3b43096551cc0d87','{\"after\":{\"employerId\":null,\"engagementFrom\":1735689600000000,\"engagementUntil\":null,\"id\":\"01a210df-afed-750d-8f45-9628769fea19\",\"kind\":\"staff\",\"loginId\":\"01a210df-aff2-7362-a523-2b79f8cd42f4\",\"managerId\":null,\"signatory\":false,\"standing\":\"member\",\"state\":\"active\"},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-9628769fea19\",\"table\":\"person\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,16,'edit','08e904e6f5ed515e18fc57d01a34514b819c5561ba33ac4c4170b83ba7ad10c6','b0d44945a52b015c76d5cb192e37b303','{\"after\":{\"employerId\":null,\"engagementFrom\":1735689600000000,\"engagementUntil\":null,\"id\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"kind\":\"client\",\"loginId\":\"01a210df-aff2-7362-a523-2e233a13b97e\",\"managerId\":null,\"signatory\":false,\"standing\":\"guest\",\"state\":\"active\"},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"table\":\"person\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,17,'edit','e784187597952fac556f613ee8580425ccee8e27a6ddbfa97a09febbdd857dd6','21ce991a68ffb9dbad64638a60c91bfd','{\"after\":{\"from\":1767225600000000,\"givenById\":null,\"id\":\"01a210df-afee-707f-bda7-d95d8aaff00c\",\"offerId\":null,\"placeId\":\"01a210df-afe3-75a0-ace5-ee8a9facc984\",\"roleId\":\"01a210df-afed-750d-8f45-85eaca0edb6a\",\"subjectId\":\"01a210df-afed-750d-8f45-91fb3584776d\",\"subjectKind\":\"person\",\"until\":null},\"before\":null,\"key\":\"01a210df-afee-707f-bda7-d95d8aaff00c\",\"table\":\"grant\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,18,'edit','1c67d759a8863a1af81de4cbb0a38ccfdd49b9ec3f4285513681c161897eb661','6dba93ab63f5c670e450e93d2ecb0436','{\"after\":{\"from\":1767225600000000,\"givenById\":null,\"id\":\"01a210df-afef-77c0-9c3d-3081362fee93\",\"offerId\":null,\"placeId\":\"01a210df-afe3-75a0-ace5-ee8a9facc984\",\"roleId\":\"01a210df-afec-722d-a506-c777d467b683\",\"subjectId\":\"01a210df-afed-750d-8f45-9628769fea19\",\"subjectKind\":\"person\",\"until\":null},\"before\":null,\"key\":\"01a210df-afef-77c0-9c3d-3081362fee93\",\"table\":\"grant\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,19,'edit','363c414193229fd904bbd318197ba1a1b770eb209a3a87246efae06ba64131a4','7551156b7225f465fdf210b21a70eb6a','{\"after\":{\"from\":1767225600000000,\"givenById\":null,\"id\":\"01a210df-afef-77c0-9c3d-36fb23b5cdb2\",\"offerId\":null,\"placeId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"roleId\":\"01a210df-afec-722d-a506-c777d467b683\",\"subjectId\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"subjectKind\":\"person\",\"until\":null},\"before\":null,\"key\":\"01a210df-afef-77c0-9c3d-36fb23b5cdb2\",\"table\":\"grant\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,20,'edit','139cf6eff1c71f314c812fdc9e636b5857e47698ec02fe75de9d5b5dc980f09d','25febcefcb2b76db0fe9de4cf2919b36','{\"after\":{\"countedFrom\":1767225600000000,\"givenFrom\":1767225600000000,\"id\":\"01a210df-afed-750d-8f45-9c1077f49acf\",\"own\":false,\"personId\":\"01a210df-afed-750d-8f45-91fb3584776d\",\"product\":\"log\",\"seatType\":\"field\",\"until\":null},\"before\":null,\"key\":\"01a210df-afed-750d-8f45-9c1077f49acf\",\"table\":\"holding\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,21,'edit','a973649346bf658efd0c05ee8fd35dcbe9f04f39f9e0daa445513bcaa8071d04','a4b1f4c727d9946dd6f1616f167d6c61','{\"after\":{\"countedFrom\":1767225600000000,\"givenFrom\":1767225600000000,\"id\":\"01a210df-afef-77c0-9c3d-2c8de8377f88\",\"own\":false,\"personId\":\"01a210df-afed-750d-8f45-9628769fea19\",\"product\":\"log\",\"seatType\":\"field\",\"until\":null},\"before\":null,\"key\":\"01a210df-afef-77c0-9c3d-2c8de8377f88\",\"table\":\"holding\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,22,'edit','8a88a2195501448df6a21b6d2b1b3236d2246eb4bf360d363abf309503f57dc6','2b37e3a3421959cf77a2a8a0ac9dba7b','{\"after\":{\"code\":\"log\",\"id\":\"01a210df-afe5-71d0-8329-81ad86571526\",\"on\":true,\"plan\":null},\"before\":null,\"key\":\"01a210df-afe5-71d0-8329-81ad86571526\",\"table\":\"product\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,23,'edit','cf9b82dbd1c581777709bd247cbc139304bf2f982720914f86793bf32609d7b9','0ed2163fa92bcef644b34868a0393a3f','{\"after\":{\"from\":1735689600000000,\"id\":\"01a210df-afec-722d-a506-bfd61ef617ea\",\"productId\":\"01a210df-afe5-71d0-8329-81ad86571526\",\"sheet\":{\"about\":\"\",\"areas\":[{\"actions\":[{\"code\":\"export\",\"name\":\"Export\",\"needs\":\"change\"}],\"code\":\"photos\",\"heldOn\":[\"computer\"],\"levels\":[{\"level\":\"see\",\"sentence\":\"look at photos\"},{\"level\":\"add\",\"sentence\":\"add photos\"},{\"level\":\"change\",\"sentence\":\"change photos\"},{\"level\":\"run\",\"sentence\":\"delete photos\"}],\"name\":\"Photos\",\"scope\":\"place\",\"sensitive\":false},{\"actions\":[{\"code\":\"export\",\"name\":\"Export\",\"needs\":\"change\"}],\"code\":\"drawings\",\"heldOn\":[\"computer\"],\"levels\":[{\"level\":\"see\",\"sentence\":\"look at drawings\"},{\"level\":\"add\",\"sentence\":\"add drawings\"},{\"level\":\"change\",\"sentence\":\"change drawings\"},{\"level\":\"run\",\"sentence\":\"delete drawings\"}],\"name\":\"Drawings\",\"scope\":\"place\",\"sensitive\":false}],\"charging\":{\"counts\":\"admitted\",\"currency\":\"EUR\",\"rule\":\"whole-month\"},\"code\":\"log\",\"comesAlong\":[],\"format\":\"jolly-porter/product-sheet@1\",\"limits\":[],\"name\":\"Garden Log\",\"plans\":[],\"seatTypes\":[{\"capElsewhere\":\"see\",\"caps\":{\"photos\":\"change\"},\"code\":\"field\",\"extras\":[],\"name\":\"Field\",\"priceMinor\":1400,\"quota\":null,\"use\":\"named\"},{\"capElsewhere\":\"run\",\"caps\":{},\"code\":\"lead\",\"extras\":[],\"name\":\"Lead\",\"priceMinor\":3200,\"quota\":null,\"use\":\"named\"},{\"capElsewhere\":\"see\",\"caps\":{},\"code\":\"reader\",\"extras\":[],\"name\":\"Reader\",\"priceMinor\":0,\"quota\":null,\"use\":\"named\"}],\"settings\":[],\"thingsWhenSeatEnds\":\"kept\"}},\"before\":null,\"key\":\"01a210df-afec-722d-a506-bfd61ef617ea\",\"table\":\"sheet\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',1,24,'edit','acf20fccb9b71ca6d800be885b3f16bf4771c86f086441fbfe212d82ed46e4a3','98e5abcd8a097f7755a784df68313b1d','{\"after\":{\"from\":1735689600000000,\"id\":\"01a210df-afec-722d-a506-c20636973411\",\"number\":3,\"product\":\"log\",\"seatType\":\"field\"},\"before\":null,\"key\":\"01a210df-afec-722d-a506-c20636973411\",\"table\":\"stock\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',2,0,'change','c61ba849de133fbf6d6cc52e40a80fdfc4921130b2e35e0ee35a89a83975aec8','4a71495c64212c9e62a57c620e21cdf9','{\"kind\":\"site\",\"name\":\"Hill\",\"parentId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"placeId\":\"01a210df-b091-74e8-8cfc-1c543361fc43\",\"type\":\"make-place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',2,1,'edit','566afe3dce0c5ff08afbdb660bce02d54b1a8f0e4a503de0f8704b8043e931ab','f85b6fb93ac407480303eb54ef5a648d','{\"after\":{\"id\":\"01a210df-b091-74e8-8cfc-1c543361fc43\",\"kind\":\"site\",\"name\":\"Hill\",\"parentId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"reference\":null,\"walled\":false},\"before\":null,\"key\":\"01a210df-b091-74e8-8cfc-1c543361fc43\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',3,0,'change','7a4c26fb0613e8cc2cd197825894981bbf5e6a94cb55d8c243c3da14b561b9e0','420a32825526ea2090a85490f570c972','{\"grantId\":\"01a210df-b0bd-7325-a444-8f95d47466a0\",\"placeId\":\"01a210df-afe3-75a0-ace5-f5663033aa42\",\"roleId\":\"01a210df-afed-750d-8f45-838575d03f08\",\"subjectId\":\"01a210df-afed-750d-8f45-9628769fea19\",\"subjectKind\":\"person\",\"type\":\"give\",\"until\":\"2026-12-31\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',3,1,'edit','e7580498d5c5400ab38cd6144816b9ec71e86ef249c44d9df16e1ffff038cc97','e946fa6c077d4407a49f5e39061468d1','{\"after\":{\"from\":1781596800000002,\"givenById\":\"01a210df-afed-750d-8f45-88f16ea4a128\",\"id\":\"01a210df-b0bd-7325-a444-8f95d47466a0\",\"offerId\":null,\"placeId\":\"01a210df-afe3-75a0-ace5-f5663033aa42\",\"roleId\":\"01a210df-afed-750d-8f45-838575d03f08\",\"subjectId\":\"01a210df-afed-750d-8f45-9628769fea19\",\"subjectKind\":\"person\",\"until\":1798761600000000},\"before\":null,\"key\":\"01a210df-b0bd-7325-a444-8f95d47466a0\",\"table\":\"grant\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',4,0,'change','ab5ae2ba6c3ad1a8dec20c8a248cd4e95201365e65be322397a81744538292b9','75a2474935afa35ee73d7712f1081235','{\"placeId\":\"01a210df-afe4-7023-acbe-8887ca7b66f9\",\"type\":\"wall-place\",\"walled\":true}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',4,1,'edit','6bcecdffe0103b19e4517c8ec07e137b32e4c74941fc260260270dc99753cd14','a0d3eb8238cb65035cb514ccea1bb0ae','{\"after\":{\"id\":\"01a210df-afe4-7023-acbe-8887ca7b66f9\",\"kind\":\"site\",\"name\":\"Harbour\",\"parentId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"reference\":\"COR-1\",\"walled\":true},\"before\":{\"id\":\"01a210df-afe4-7023-acbe-8887ca7b66f9\",\"kind\":\"site\",\"name\":\"Harbour\",\"parentId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"reference\":\"COR-1\",\"walled\":false},\"key\":\"01a210df-afe4-7023-acbe-8887ca7b66f9\",\"table\":\"place\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',5,0,'change','75276bbde49a1bbcaa3cebe67514eb3dc9351744b047693881eb1d3f0625e10f','e296396bc23539af2e78cfcf63cd2080','{\"engagementUntil\":\"2026-09-30\",\"grants\":[{\"grantId\":\"01a210df-b109-73b2-80c0-1b83480fb569\",\"placeId\":\"01a210df-afe3-75a0-ace5-f01fd0fe8472\",\"roleId\":\"01a210df-afed-750d-8f45-838575d03f08\"}],\"kind\":\"contractor\",\"offerId\":\"01a210df-b108-778a-9342-bb313a7f020a\",\"personId\":\"01a210df-b108-778a-9342-b7f8e3617718\",\"personal\":[\"name\",\"email\",\"invitationLine\"],\"seats\":[{\"holdingId\":\"01a210df-b109-73b2-80c0-1e6924ff732b\",\"product\":\"log\",\"seatType\":\"field\"}],\"standing\":\"guest\",\"type\":\"invite\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',5,1,'edit','97ad80048be9e4a19fa2b35da26f936de070b4b94dd2dfb3abe2cb1014d1d2e1','ca74481f0de0be14a5c53160dfb511ab','{\"after\":{\"employerId\":null,\"engagementFrom\":1781596800000004,\"engagementUntil\":1790809200000000,\"id\":\"01a210df-b108-778a-9342-b7f8e3617718\",\"kind\":\"contractor\",\"loginId\":null,\"managerId\":null,\"signatory\":false,\"standing\":\"guest\",\"state\":\"invited\"},\"before\":null,\"key\":\"01a210df-b108-778a-9342-b7f8e3617718\",\"table\":\"person\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',5,2,'edit','d577d12a2ea2c253e8683781f3599c6ec023804f64b6e5e9ad9a1fdc697b6899','5079df255c2ad4b56f23c75025b05157','{\"after\":{\"expiresAt\":1782860400000000,\"grants\":[{\"from\":null,\"grantId\":\"01a210df-b109-73b2-80c0-1b83480fb569\",\"placeId\":\"01a210df-afe3-75a0-ace5-f01fd0fe8472\",\"roleId\":\"01a210df-afed-750d-8f45-838575d03f08\",\"until\":null}],\"id\":\"01a210df-b108-778a-9342-bb313a7f020a\",\"personId\":\"01a210df-b108-778a-9342-b7f8e3617718\",\"resendNumber\":0,\"seats\":[{\"holdingId\":\"01a210df-b109-73b2-80c0-1e6924ff732b\",\"product\":\"log\",\"seatType\":\"field\"}],\"sentAt\":1781596800000004,\"sponsorId\":\"01a210df-afed-750d-8f45-88f16ea4a128\",\"state\":\"live\"},\"before\":null,\"key\":\"01a210df-b108-778a-9342-bb313a7f020a\",\"table\":\"offer\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',6,0,'change','cf9259ee4e9e5f5c9d4bacc861dc8ffe6e795ad0c2d96371729aeebe4d4b97d3','62d89ea74a80e744225ed7c620902243','{\"personId\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"type\":\"leave\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',6,1,'edit','99f766c1f260490599b3caa3870391a062773319e933cc34a9ee3358852f7337','a53fb3492052985e389970303d7c0e3b','{\"after\":{\"employerId\":null,\"engagementFrom\":1735689600000000,\"engagementUntil\":1781596800000005,\"id\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"kind\":\"client\",\"loginId\":\"01a210df-aff2-7362-a523-2e233a13b97e\",\"managerId\":null,\"signatory\":false,\"standing\":\"guest\",\"state\":\"left\"},\"before\":{\"employerId\":null,\"engagementFrom\":1735689600000000,\"engagementUntil\":null,\"id\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"kind\":\"client\",\"loginId\":\"01a210df-aff2-7362-a523-2e233a13b97e\",\"managerId\":null,\"signatory\":false,\"standing\":\"guest\",\"state\":\"active\"},\"key\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"table\":\"person\"}');
INSERT INTO `ledger_item` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f',6,2,'edit','dd7202c26dc8d70ab7d8518e5933c7ee12b5b0b078624637f6d352b843625bfe','600578a7fd107582c516c2a61aca10e8','{\"after\":{\"from\":1767225600000000,\"givenById\":null,\"id\":\"01a210df-afef-77c0-9c3d-36fb23b5cdb2\",\"offerId\":null,\"placeId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"roleId\":\"01a210df-afec-722d-a506-c777d467b683\",\"subjectId\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"subjectKind\":\"person\",\"until\":1781596800000005},\"before\":{\"from\":1767225600000000,\"givenById\":null,\"id\":\"01a210df-afef-77c0-9c3d-36fb23b5cdb2\",\"offerId\":null,\"placeId\":\"01a210df-afe4-7023-acbe-84af58404008\",\"roleId\":\"01a210df-afec-722d-a506-c777d467b683\",\"subjectId\":\"01a210df-afed-750d-8f45-9acd5b8f6aae\",\"subjectKind\":\"person\",\"until\":null},\"key\":\"01a210df-afef-77c0-9c3d-36fb23b5cdb2\",\"table\":\"grant\"}');
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `login` (
  `id` uuid NOT NULL,
  `email` varchar(200) NOT NULL,
  `email_proven` tinyint(1) NOT NULL,
  `password_hash` varchar(200) CHARACTER SET ascii COLLATE ascii_general_ci DEFAULT NULL,
  `created_at_us` bigint(20) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `login_email` (`email`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `login` VALUES ('01a210df-aff2-7362-a523-1e1fad3b7ad2','oriel@e712ac863bc2.example',1,'$argon2id$v=19$m=8,t=1,p=1$eywTbpSNTE53R/t2F6hr1g$36zw6ivjOlLWPfqS9wY18eiOeFHWfzHyzRtn5WeeIcQ',1781596800000000);
INSERT INTO `login` VALUES ('01a210df-aff2-7362-a523-2097079a7bfe','tamsin@e712ac863bc2.example',1,'$argon2id$v=19$m=8,t=1,p=1$eywTbpSNTE53R/t2F6hr1g$36zw6ivjOlLWPfqS9wY18eiOeFHWfzHyzRtn5WeeIcQ',1781596800000000);
INSERT INTO `login` VALUES ('01a210df-aff2-7362-a523-24f99211ad25','mirren@e712ac863bc2.example',1,'$argon2id$v=19$m=8,t=1,p=1$eywTbpSNTE53R/t2F6hr1g$36zw6ivjOlLWPfqS9wY18eiOeFHWfzHyzRtn5WeeIcQ',1781596800000000);
INSERT INTO `login` VALUES ('01a210df-aff2-7362-a523-2b79f8cd42f4','rafe@e712ac863bc2.example',1,'$argon2id$v=19$m=8,t=1,p=1$eywTbpSNTE53R/t2F6hr1g$36zw6ivjOlLWPfqS9wY18eiOeFHWfzHyzRtn5WeeIcQ',1781596800000000);
INSERT INTO `login` VALUES ('01a210df-aff2-7362-a523-2e233a13b97e','corin@e712ac863bc2.example',1,'$argon2id$v=19$m=8,t=1,p=1$eywTbpSNTE53R/t2F6hr1g$36zw6ivjOlLWPfqS9wY18eiOeFHWfzHyzRtn5WeeIcQ',1781596800000000);
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `membership` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `group_id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `migration` (
  `number` int(11) NOT NULL,
  `name` varchar(200) NOT NULL,
  PRIMARY KEY (`number`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `migration` VALUES (1,'0001-account.sql');
INSERT INTO `migration` VALUES (2,'0002-account-settings.sql');
INSERT INTO `migration` VALUES (3,'0003-employer.sql');
INSERT INTO `migration` VALUES (4,'0004-place.sql');
INSERT INTO `migration` VALUES (5,'0005-role.sql');
INSERT INTO `migration` VALUES (6,'0006-person.sql');
INSERT INTO `migration` VALUES (7,'0007-person-group.sql');
INSERT INTO `migration` VALUES (8,'0008-membership.sql');
INSERT INTO `migration` VALUES (9,'0009-access-grant.sql');
INSERT INTO `migration` VALUES (10,'0010-offer.sql');
INSERT INTO `migration` VALUES (11,'0011-holding.sql');
INSERT INTO `migration` VALUES (12,'0012-product.sql');
INSERT INTO `migration` VALUES (13,'0013-product-sheet.sql');
INSERT INTO `migration` VALUES (14,'0014-seat-stock.sql');
INSERT INTO `migration` VALUES (15,'0015-personal-value.sql');
INSERT INTO `migration` VALUES (16,'0016-ledger-entry.sql');
INSERT INTO `migration` VALUES (17,'0017-ledger-item.sql');
INSERT INTO `migration` VALUES (18,'0018-login.sql');
INSERT INTO `migration` VALUES (19,'0019-session.sql');
INSERT INTO `migration` VALUES (20,'0020-offer-token.sql');
INSERT INTO `migration` VALUES (21,'0021-product-token.sql');
INSERT INTO `migration` VALUES (22,'0022-outbox.sql');
INSERT INTO `migration` VALUES (23,'0023-event.sql');
INSERT INTO `migration` VALUES (24,'0024-docket.sql');
INSERT INTO `migration` VALUES (25,'0025-idempotency.sql');
INSERT INTO `migration` VALUES (26,'0026-rate-limit.sql');
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `offer` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `sponsor_id` uuid NOT NULL,
  `state` varchar(10) NOT NULL,
  `sent_at_us` bigint(20) NOT NULL,
  `expires_at_us` bigint(20) NOT NULL,
  `resend_number` int(11) NOT NULL,
  `grants` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`grants`)),
  `seats` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`seats`)),
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `offer` (`account_id`, `id`, `person_id`, `sponsor_id`, `state`, `sent_at_us`, `expires_at_us`, `resend_number`, `grants`, `seats`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-b108-778a-9342-bb313a7f020a','01a210df-b108-778a-9342-b7f8e3617718','01a210df-afed-750d-8f45-88f16ea4a128','live',1781596800000004,1782860400000000,0,'[{\"grantId\":\"01a210df-b109-73b2-80c0-1b83480fb569\",\"roleId\":\"01a210df-afed-750d-8f45-838575d03f08\",\"placeId\":\"01a210df-afe3-75a0-ace5-f01fd0fe8472\",\"from\":null,\"until\":null}]','[{\"holdingId\":\"01a210df-b109-73b2-80c0-1e6924ff732b\",\"product\":\"log\",\"seatType\":\"field\"}]','2026-06-16 08:00:00.000004','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `offer_token` (
  `token_hash` binary(32) NOT NULL,
  `account_id` uuid NOT NULL,
  `offer_id` uuid NOT NULL,
  `resend_number` int(11) NOT NULL,
  `key_id` varchar(20) NOT NULL,
  PRIMARY KEY (`token_hash`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `offer_token` VALUES (0xE84125CD9FA0F9E07943D5D5BBED28B59FC4B8639F8E3D2D24F236EB869488F6,'01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-b108-778a-9342-bb313a7f020a',0,'test');
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `outbox` (
  `id` uuid NOT NULL,
  `account_id` uuid NOT NULL,
  `template` varchar(40) NOT NULL,
  `ids` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`ids`)),
  `state` varchar(10) NOT NULL,
  `attempts` int(11) NOT NULL,
  `due_at_us` bigint(20) NOT NULL,
  `created_at_us` bigint(20) NOT NULL,
  `last_error` varchar(200) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `outbox_due` (`state`,`due_at_us`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `outbox` VALUES ('01a210df-b141-77d2-acce-8c8247d38dd9','01a210df-afe2-73f8-ad35-7e4af83d6d8f','invitation','{\"offerId\":\"01a210df-b108-778a-9342-bb313a7f020a\",\"personId\":\"01a210df-b108-778a-9342-b7f8e3617718\",\"resendNumber\":0}','waiting',0,1781596800000004,1781596800000004,NULL);
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `person` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `kind` varchar(20) NOT NULL,
  `standing` varchar(20) NOT NULL,
  `state` varchar(20) NOT NULL,
  `manager_id` uuid DEFAULT NULL,
  `employer_id` uuid DEFAULT NULL,
  `signatory` tinyint(1) NOT NULL,
  `engagement_from_us` bigint(20) DEFAULT NULL,
  `engagement_until_us` bigint(20) DEFAULT NULL,
  `login_id` uuid DEFAULT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `person` (`account_id`, `id`, `kind`, `standing`, `state`, `manager_id`, `employer_id`, `signatory`, `engagement_from_us`, `engagement_until_us`, `login_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9acd5b8f6aae','client','guest','active',NULL,NULL,0,1735689600000000,NULL,'01a210df-aff2-7362-a523-2e233a13b97e','2026-06-16 08:00:00.000000','2026-06-16 08:00:00.000005');
INSERT INTO `person` (`account_id`, `id`, `kind`, `standing`, `state`, `manager_id`, `employer_id`, `signatory`, `engagement_from_us`, `engagement_until_us`, `login_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-88f16ea4a128','staff','owner','active',NULL,NULL,1,1735689600000000,NULL,'01a210df-aff2-7362-a523-1e1fad3b7ad2','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `person` (`account_id`, `id`, `kind`, `standing`, `state`, `manager_id`, `employer_id`, `signatory`, `engagement_from_us`, `engagement_until_us`, `login_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-8fc8c44c3109','staff','administrator','active',NULL,NULL,0,1735689600000000,NULL,'01a210df-aff2-7362-a523-2097079a7bfe','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `person` (`account_id`, `id`, `kind`, `standing`, `state`, `manager_id`, `employer_id`, `signatory`, `engagement_from_us`, `engagement_until_us`, `login_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-91fb3584776d','staff','member','active',NULL,NULL,0,1735689600000000,NULL,'01a210df-aff2-7362-a523-24f99211ad25','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `person` (`account_id`, `id`, `kind`, `standing`, `state`, `manager_id`, `employer_id`, `signatory`, `engagement_from_us`, `engagement_until_us`, `login_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9628769fea19','staff','member','active',NULL,NULL,0,1735689600000000,NULL,'01a210df-aff2-7362-a523-2b79f8cd42f4','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `person` (`account_id`, `id`, `kind`, `standing`, `state`, `manager_id`, `employer_id`, `signatory`, `engagement_from_us`, `engagement_until_us`, `login_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9acd5b8f6aae','client','guest','left',NULL,NULL,0,1735689600000000,1781596800000005,'01a210df-aff2-7362-a523-2e233a13b97e','2026-06-16 08:00:00.000005','2038-01-19 03:14:07.999999');
INSERT INTO `person` (`account_id`, `id`, `kind`, `standing`, `state`, `manager_id`, `employer_id`, `signatory`, `engagement_from_us`, `engagement_until_us`, `login_id`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-b108-778a-9342-b7f8e3617718','contractor','guest','invited',NULL,NULL,0,1781596800000004,1790809200000000,NULL,'2026-06-16 08:00:00.000004','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `person_group` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `name` varchar(60) NOT NULL,
  `lead_id` uuid DEFAULT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `personal_value` (
  `account_id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `field` varchar(40) NOT NULL,
  `value` varchar(1000) NOT NULL,
  PRIMARY KEY (`account_id`,`person_id`,`field`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-88f16ea4a128','email','oriel@e712ac863bc2.example');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-88f16ea4a128','name','Oriel Owner');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-8fc8c44c3109','email','tamsin@e712ac863bc2.example');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-8fc8c44c3109','name','Tamsin Admin');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-91fb3584776d','email','mirren@e712ac863bc2.example');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-91fb3584776d','name','Mirren Steward');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9628769fea19','email','rafe@e712ac863bc2.example');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9628769fea19','name','Rafe Gardener');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9acd5b8f6aae','email','corin@e712ac863bc2.example');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-9acd5b8f6aae','name','Corin Client');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-b108-778a-9342-b7f8e3617718','email','sorrel@e712ac863bc2.example');
INSERT INTO `personal_value` VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-b108-778a-9342-b7f8e3617718','name','Sorrel Climber');
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `place` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `parent_id` uuid DEFAULT NULL,
  `name` varchar(80) NOT NULL,
  `kind` varchar(40) NOT NULL,
  `reference` varchar(40) DEFAULT NULL,
  `walled` tinyint(1) NOT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe4-7023-acbe-8887ca7b66f9','01a210df-afe4-7023-acbe-84af58404008','Harbour','site','COR-1',0,'2026-06-16 08:00:00.000000','2026-06-16 08:00:00.000003');
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe3-75a0-ace5-ea584d4e6d5d',NULL,'Gardens of e712ac863bc2.example','account',NULL,0,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe3-75a0-ace5-ee8a9facc984','01a210df-afe3-75a0-ace5-ea584d4e6d5d','Pellworth','client','PEL',0,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe3-75a0-ace5-f01fd0fe8472','01a210df-afe3-75a0-ace5-ee8a9facc984','Main','site','PEL-1',0,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe3-75a0-ace5-f5663033aa42','01a210df-afe3-75a0-ace5-ee8a9facc984','Helipad','site','PEL-2',1,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe4-7023-acbe-84af58404008','01a210df-afe3-75a0-ace5-ea584d4e6d5d','Corvane','client','COR',0,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe4-7023-acbe-8887ca7b66f9','01a210df-afe4-7023-acbe-84af58404008','Harbour','site','COR-1',1,'2026-06-16 08:00:00.000003','2038-01-19 03:14:07.999999');
INSERT INTO `place` (`account_id`, `id`, `parent_id`, `name`, `kind`, `reference`, `walled`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-b091-74e8-8cfc-1c543361fc43','01a210df-afe4-7023-acbe-84af58404008','Hill','site',NULL,0,'2026-06-16 08:00:00.000001','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `product` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `code` varchar(60) NOT NULL,
  `is_on` tinyint(1) NOT NULL,
  `plan` varchar(60) DEFAULT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `product` (`account_id`, `id`, `code`, `is_on`, `plan`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afe5-71d0-8329-81ad86571526','log',1,NULL,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `product_sheet` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `product_id` uuid NOT NULL,
  `from_us` bigint(20) NOT NULL,
  `sheet` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`sheet`)),
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `product_sheet` (`account_id`, `id`, `product_id`, `from_us`, `sheet`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afec-722d-a506-bfd61ef617ea','01a210df-afe5-71d0-8329-81ad86571526',1735689600000000,'{\"format\":\"jolly-porter/product-sheet@1\",\"code\":\"log\",\"name\":\"Garden Log\",\"about\":\"\",\"areas\":[{\"code\":\"photos\",\"name\":\"Photos\",\"scope\":\"place\",\"sensitive\":false,\"levels\":[{\"level\":\"see\",\"sentence\":\"look at photos\"},{\"level\":\"add\",\"sentence\":\"add photos\"},{\"level\":\"change\",\"sentence\":\"change photos\"},{\"level\":\"run\",\"sentence\":\"delete photos\"}],\"actions\":[{\"code\":\"export\",\"name\":\"Export\",\"needs\":\"change\"}],\"heldOn\":[\"computer\"]},{\"code\":\"drawings\",\"name\":\"Drawings\",\"scope\":\"place\",\"sensitive\":false,\"levels\":[{\"level\":\"see\",\"sentence\":\"look at drawings\"},{\"level\":\"add\",\"sentence\":\"add drawings\"},{\"level\":\"change\",\"sentence\":\"change drawings\"},{\"level\":\"run\",\"sentence\":\"delete drawings\"}],\"actions\":[{\"code\":\"export\",\"name\":\"Export\",\"needs\":\"change\"}],\"heldOn\":[\"computer\"]}],\"seatTypes\":[{\"code\":\"field\",\"name\":\"Field\",\"use\":\"named\",\"priceMinor\":1400,\"quota\":null,\"caps\":{\"photos\":\"change\"},\"capElsewhere\":\"see\",\"extras\":[]},{\"code\":\"lead\",\"name\":\"Lead\",\"use\":\"named\",\"priceMinor\":3200,\"quota\":null,\"caps\":{},\"capElsewhere\":\"run\",\"extras\":[]},{\"code\":\"reader\",\"name\":\"Reader\",\"use\":\"named\",\"priceMinor\":0,\"quota\":null,\"caps\":{},\"capElsewhere\":\"see\",\"extras\":[]}],\"plans\":[],\"charging\":{\"rule\":\"whole-month\",\"counts\":\"admitted\",\"currency\":\"EUR\"},\"limits\":[],\"settings\":[],\"comesAlong\":[],\"thingsWhenSeatEnds\":\"kept\"}','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `product_token` (
  `id` uuid NOT NULL,
  `token_hash` binary(32) NOT NULL,
  `account_id` uuid NOT NULL,
  `product` varchar(60) NOT NULL,
  `created_at_us` bigint(20) NOT NULL,
  `ended_at_us` bigint(20) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `product_token_hash` (`token_hash`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `rate_limit` (
  `key` varchar(255) CHARACTER SET utf8mb3 COLLATE utf8mb3_general_ci NOT NULL,
  `points` int(9) NOT NULL DEFAULT 0,
  `expire` bigint(20) unsigned DEFAULT NULL,
  PRIMARY KEY (`key`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `role` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `name` varchar(60) NOT NULL,
  `areas` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`areas`)),
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `role` (`account_id`, `id`, `name`, `areas`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afec-722d-a506-c777d467b683','Gardener','{\"log/photos\":{\"level\":\"change\"},\"log/drawings\":{\"level\":\"see\"}}','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `role` (`account_id`, `id`, `name`, `areas`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-838575d03f08','Rope access','{\"log/photos\":{\"level\":\"add\"},\"log/drawings\":{\"level\":\"see\"}}','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
INSERT INTO `role` (`account_id`, `id`, `name`, `areas`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-85eaca0edb6a','Steward','{\"log/photos\":{\"level\":\"change\"},\"log/drawings\":{\"level\":\"see\"},\"porter/access\":{\"level\":\"change\"},\"porter/people\":{\"level\":\"add\"}}','2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `seat_stock` (
  `account_id` uuid NOT NULL,
  `id` uuid NOT NULL,
  `product` varchar(60) NOT NULL,
  `seat_type` varchar(60) NOT NULL,
  `seat_count` int(11) NOT NULL,
  `from_us` bigint(20) NOT NULL,
  PRIMARY KEY (`account_id`,`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci WITH SYSTEM VERSIONING
 PARTITION BY SYSTEM_TIME 
(PARTITION `past` HISTORY ENGINE = InnoDB,
 PARTITION `present` CURRENT ENGINE = InnoDB);
/*!40101 SET character_set_client = @saved_cs_client */;
/*M!101100 SET @old_system_versioning_insert_history=@@session.system_versioning_insert_history, @@session.system_versioning_insert_history=1 */;
INSERT INTO `seat_stock` (`account_id`, `id`, `product`, `seat_type`, `seat_count`, `from_us`, row_start, row_end) VALUES ('01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afec-722d-a506-c20636973411','log','field',3,1735689600000000,'2026-06-16 08:00:00.000000','2038-01-19 03:14:07.999999');
/*M!101100 SET system_versioning_insert_history=@old_system_versioning_insert_history */;
/*!40101 SET @saved_cs_client     = @@character_set_client */;
/*!40101 SET character_set_client = utf8mb4 */;
CREATE TABLE `session` (
  `id` uuid NOT NULL,
  `token_hash` binary(32) NOT NULL,
  `login_id` uuid NOT NULL,
  `account_id` uuid DEFAULT NULL,
  `person_id` uuid DEFAULT NULL,
  `created_at_us` bigint(20) NOT NULL,
  `seen_at_us` bigint(20) NOT NULL,
  `expires_at_us` bigint(20) NOT NULL,
  `ended_at_us` bigint(20) DEFAULT NULL,
  `ended_because` varchar(20) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `session_token` (`token_hash`),
  KEY `session_person` (`account_id`,`person_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
/*!40101 SET character_set_client = @saved_cs_client */;
INSERT INTO `session` VALUES ('01a210df-b05d-74bb-91f1-91133e25431c',0xD7A138B510352DCC49669BAAC3EAD7628C0C5FD1CA6A5C81957F8636FC0935B5,'01a210df-aff2-7362-a523-1e1fad3b7ad2','01a210df-afe2-73f8-ad35-7e4af83d6d8f','01a210df-afed-750d-8f45-88f16ea4a128',1781596800000000,1781596800000000,1782806400000000,NULL,NULL);
