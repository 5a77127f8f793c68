CREATE TABLE `page_states` (
	`site_id` varchar(24) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`body` longblob NOT NULL,
	`nodes` longtext NOT NULL,
	CONSTRAINT `page_states_site_id_hash_pk` PRIMARY KEY(`site_id`,`hash`)
);
--> statement-breakpoint
DROP INDEX `release_units_site` ON `release_units`;--> statement-breakpoint
CREATE INDEX `release_units_hash` ON `release_units` (`site_id`,`hash`);