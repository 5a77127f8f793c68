CREATE TABLE `clip_sources` (
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`source_id` varchar(40) NOT NULL,
	`asked` varchar(64) NOT NULL,
	`etag` varchar(300),
	`last_modified` varchar(100),
	`about` longtext,
	`clips` longblob NOT NULL,
	`good_at` bigint,
	`tried_at` bigint,
	`next_at` bigint NOT NULL,
	`problem` longtext,
	`failures` int NOT NULL DEFAULT 0,
	CONSTRAINT `clip_sources_site_id_widget_id_source_id_pk` PRIMARY KEY(`site_id`,`widget_id`,`source_id`)
);
--> statement-breakpoint
ALTER TABLE `sites` ADD `renewed` int DEFAULT 0 NOT NULL;