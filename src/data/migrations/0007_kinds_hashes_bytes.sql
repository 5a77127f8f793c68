CREATE TABLE `media_variants` (
	`hash` varchar(64) NOT NULL,
	`width_px` int NOT NULL,
	`made` varchar(64) NOT NULL,
	CONSTRAINT `media_variants_hash_width_px_pk` PRIMARY KEY(`hash`,`width_px`)
);
--> statement-breakpoint
CREATE TABLE `stored_bytes` (
	`bytes_key` varchar(72) NOT NULL,
	`bytes` longblob NOT NULL,
	`put_at` bigint NOT NULL,
	CONSTRAINT `stored_bytes_bytes_key` PRIMARY KEY(`bytes_key`)
);
--> statement-breakpoint
CREATE TABLE `release_units` (
	`site_id` varchar(24) NOT NULL,
	`release_id` varchar(24) NOT NULL,
	`unit_of` varchar(12) NOT NULL,
	`unit_id` varchar(130) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`position` int NOT NULL,
	CONSTRAINT `release_units_release_id_unit_of_unit_id_pk` PRIMARY KEY(`release_id`,`unit_of`,`unit_id`)
);
--> statement-breakpoint
CREATE TABLE `site_pictures` (
	`site_id` varchar(24) NOT NULL,
	`state` varchar(32) NOT NULL,
	`svg` longblob NOT NULL,
	CONSTRAINT `site_pictures_site_id` PRIMARY KEY(`site_id`)
);
--> statement-breakpoint
ALTER TABLE `jobs` MODIFY COLUMN `kind` varchar(30) NOT NULL;--> statement-breakpoint
ALTER TABLE `widgets` MODIFY COLUMN `kind` varchar(30) NOT NULL;--> statement-breakpoint
ALTER TABLE `documents` ADD `hash` varchar(64) GENERATED ALWAYS AS (sha2(concat(char_length(title), ':', title, char_length(coalesce(slug, '')), ':', coalesce(slug, ''), char_length(description), ':', description, char_length(in_navigation), ':', in_navigation, char_length(body), ':', body), 256)) STORED;--> statement-breakpoint
ALTER TABLE `widgets` ADD `shown` varchar(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `widgets` ADD `hash` varchar(64) GENERATED ALWAYS AS (sha2(concat(char_length(name), ':', name, char_length(settings), ':', settings, char_length(shown), ':', shown), 256)) STORED;--> statement-breakpoint
ALTER TABLE `release_files` ADD `packed` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `release_files` ADD `uses` longtext NOT NULL;--> statement-breakpoint
ALTER TABLE `release_files` ADD `styles` varchar(44) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `release_files` ADD `locale` varchar(35) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `sites` ADD `settings_hash` varchar(64) GENERATED ALWAYS AS (sha2(concat(char_length(name), ':', name, char_length(settings), ':', settings), 256)) STORED;--> statement-breakpoint
ALTER TABLE `sites` ADD `brand_hash` varchar(64) GENERATED ALWAYS AS (sha2(concat(char_length(brand), ':', brand), 256)) STORED;--> statement-breakpoint
CREATE INDEX `stored_bytes_put` ON `stored_bytes` (`put_at`);--> statement-breakpoint
CREATE INDEX `release_units_site` ON `release_units` (`site_id`);--> statement-breakpoint
CREATE INDEX `documents_units` ON `documents` (`site_id`,`removed_at`,`kind`,`id`,`hash`,`position`);--> statement-breakpoint
UPDATE `release_files` SET `uses` = '[]';--> statement-breakpoint
UPDATE `release_files` f JOIN `blobs` b ON b.`site_id` = f.`site_id` AND b.`hash` = f.`blob` SET f.`packed` = (b.`brotli` IS NOT NULL AND b.`gzip` IS NOT NULL);--> statement-breakpoint
INSERT IGNORE INTO `stored_bytes` SELECT `hash`, `bytes`, UNIX_TIMESTAMP() * 1000 FROM `blobs`;--> statement-breakpoint
INSERT IGNORE INTO `stored_bytes` SELECT CONCAT(`hash`, '.br'), `brotli`, UNIX_TIMESTAMP() * 1000 FROM `blobs` WHERE `brotli` IS NOT NULL;--> statement-breakpoint
INSERT IGNORE INTO `stored_bytes` SELECT CONCAT(`hash`, '.gz'), `gzip`, UNIX_TIMESTAMP() * 1000 FROM `blobs` WHERE `gzip` IS NOT NULL;--> statement-breakpoint
INSERT IGNORE INTO `stored_bytes` SELECT `hash`, `bytes`, UNIX_TIMESTAMP() * 1000 FROM `media_bytes` WHERE `width_px` = 0;--> statement-breakpoint
INSERT IGNORE INTO `stored_bytes` SELECT SHA2(`bytes`, 256), `bytes`, UNIX_TIMESTAMP() * 1000 FROM `media_bytes` WHERE `width_px` > 0;--> statement-breakpoint
INSERT IGNORE INTO `media_variants` SELECT `hash`, `width_px`, SHA2(`bytes`, 256) FROM `media_bytes` WHERE `width_px` > 0;--> statement-breakpoint
DROP TABLE `blobs`;--> statement-breakpoint
DROP TABLE `media_bytes`;
