CREATE TABLE `upload_parts` (
	`site_id` varchar(24) NOT NULL,
	`upload` varchar(64) NOT NULL,
	`part` int NOT NULL,
	`bytes` longblob NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `upload_parts_site_id_upload_part_pk` PRIMARY KEY(`site_id`,`upload`,`part`)
);
--> statement-breakpoint
ALTER TABLE `media_variants` ADD `form` varchar(8) DEFAULT 'webp' NOT NULL;--> statement-breakpoint
ALTER TABLE `media_variants` ADD `turn` smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `media_variants` DROP PRIMARY KEY, ADD PRIMARY KEY(`hash`,`form`,`turn`,`width_px`);--> statement-breakpoint
ALTER TABLE `media` ADD `tint` varchar(7);--> statement-breakpoint
ALTER TABLE `media` ADD `moves` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `media` ADD `print` varchar(240);--> statement-breakpoint
ALTER TABLE `media` ADD `made` boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `upload_parts_at` ON `upload_parts` (`created_at`);