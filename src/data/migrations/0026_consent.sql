CREATE TABLE `consent_counts` (
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`day` varchar(10) NOT NULL,
	`region` varchar(12) NOT NULL,
	`shown` int NOT NULL DEFAULT 0,
	`accepted` int NOT NULL DEFAULT 0,
	`refused` int NOT NULL DEFAULT 0,
	`some` int NOT NULL DEFAULT 0,
	CONSTRAINT `consent_counts_site_id_widget_id_day_region_pk` PRIMARY KEY(`site_id`,`widget_id`,`day`,`region`)
);
--> statement-breakpoint
CREATE TABLE `consent_versions` (
	`site_id` varchar(24) NOT NULL,
	`version` varchar(12) NOT NULL,
	`settings` longtext NOT NULL,
	`at` bigint NOT NULL,
	CONSTRAINT `consent_versions_site_id_version_pk` PRIMARY KEY(`site_id`,`version`)
);
--> statement-breakpoint
CREATE TABLE `consents` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`at` bigint NOT NULL,
	`region` varchar(12) NOT NULL,
	`rule` varchar(12) NOT NULL,
	`given` longtext NOT NULL,
	`version` varchar(12) NOT NULL,
	`how` varchar(12) NOT NULL,
	`language` varchar(35) NOT NULL,
	CONSTRAINT `consents_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
ALTER TABLE `documents` ADD `sends` longtext;--> statement-breakpoint
ALTER TABLE `release_files` ADD `code` longtext;--> statement-breakpoint
ALTER TABLE `release_files` ADD `runs` longtext;--> statement-breakpoint
CREATE INDEX `consents_time` ON `consents` (`site_id`,`at`);