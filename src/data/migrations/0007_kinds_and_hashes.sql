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
ALTER TABLE `sites` ADD `settings_hash` varchar(64) GENERATED ALWAYS AS (sha2(concat(char_length(name), ':', name, char_length(settings), ':', settings), 256)) STORED;--> statement-breakpoint
ALTER TABLE `sites` ADD `brand_hash` varchar(64) GENERATED ALWAYS AS (sha2(concat(char_length(brand), ':', brand), 256)) STORED;--> statement-breakpoint
CREATE INDEX `release_units_site` ON `release_units` (`site_id`);--> statement-breakpoint
CREATE INDEX `documents_units` ON `documents` (`site_id`,`removed_at`,`kind`,`id`,`hash`,`position`);