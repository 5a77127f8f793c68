CREATE TABLE `presences` (
	`site_id` varchar(24) NOT NULL,
	`tab` varchar(40) NOT NULL,
	`page` varchar(40) NOT NULL,
	`node` varchar(40),
	`user_id` varchar(24) NOT NULL,
	`seen_at` bigint NOT NULL,
	CONSTRAINT `presences_site_id_tab_pk` PRIMARY KEY(`site_id`,`tab`)
);
--> statement-breakpoint
CREATE INDEX `presences_page` ON `presences` (`site_id`,`page`,`seen_at`);