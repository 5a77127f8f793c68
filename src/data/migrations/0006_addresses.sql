CREATE TABLE `former_keys` (
	`site_key` varchar(40) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `former_keys_site_key` PRIMARY KEY(`site_key`)
);
--> statement-breakpoint
CREATE TABLE `redirects` (
	`site_id` varchar(24) NOT NULL,
	`from_path` varchar(121) NOT NULL,
	`page` varchar(40) NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `redirects_site_id_from_path_pk` PRIMARY KEY(`site_id`,`from_path`)
);
--> statement-breakpoint
CREATE INDEX `former_keys_site` ON `former_keys` (`site_id`);