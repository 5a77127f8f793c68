CREATE TABLE `chat_source_pages` (
	`site_id` varchar(24) NOT NULL,
	`source_key` varchar(64) NOT NULL,
	`page_key` varchar(64) NOT NULL,
	`address` varchar(1000) NOT NULL,
	`depth` smallint NOT NULL,
	`nth` int NOT NULL,
	`round` int NOT NULL,
	`state` enum('due','read','left') NOT NULL,
	`reason` longtext,
	`tries` smallint NOT NULL DEFAULT 0,
	`etag` varchar(300),
	`last_modified` varchar(100),
	`title` varchar(300) NOT NULL DEFAULT '',
	`hash` varchar(64) NOT NULL DEFAULT '',
	`passages` int NOT NULL DEFAULT 0,
	`read_page` longblob,
	`read_at` bigint,
	CONSTRAINT `chat_source_pages_site_id_source_key_page_key_pk` PRIMARY KEY(`site_id`,`source_key`,`page_key`)
);
--> statement-breakpoint
CREATE TABLE `chat_sources` (
	`site_id` varchar(24) NOT NULL,
	`source_key` varchar(64) NOT NULL,
	`state` enum('reading','stopped','done','failed') NOT NULL,
	`plan` varchar(64) NOT NULL,
	`round` int NOT NULL,
	`robots` longtext,
	`problem` longtext,
	`failures` int NOT NULL DEFAULT 0,
	`version` int NOT NULL DEFAULT 0,
	`started_at` bigint NOT NULL,
	`done_at` bigint,
	`next_at` bigint,
	CONSTRAINT `chat_sources_site_id_source_key_pk` PRIMARY KEY(`site_id`,`source_key`)
);
--> statement-breakpoint
CREATE INDEX `chat_source_pages_due` ON `chat_source_pages` (`site_id`,`source_key`,`round`,`depth`,`nth`);--> statement-breakpoint
CREATE INDEX `chat_source_pages_hash` ON `chat_source_pages` (`site_id`,`source_key`,`hash`);