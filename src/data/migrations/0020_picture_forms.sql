ALTER TABLE `media_variants` ADD `form` varchar(8) DEFAULT 'webp' NOT NULL;--> statement-breakpoint
ALTER TABLE `media_variants` ADD `turn` smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `media_variants` DROP PRIMARY KEY, ADD PRIMARY KEY(`hash`,`form`,`turn`,`width_px`);--> statement-breakpoint
ALTER TABLE `media` ADD `tint` varchar(7);--> statement-breakpoint
ALTER TABLE `media` ADD `moves` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `media` ADD `print` varchar(16);--> statement-breakpoint
ALTER TABLE `media` ADD `made` boolean DEFAULT false NOT NULL;
