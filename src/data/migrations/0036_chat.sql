CREATE TABLE `chat_lines` (
	`site_id` varchar(24) NOT NULL,
	`talk_id` varchar(24) NOT NULL,
	`nth` int NOT NULL,
	`once` varchar(40) NOT NULL,
	`said_by` enum('visitor','chat','person','note') NOT NULL,
	`text` text NOT NULL,
	`kind` varchar(12) NOT NULL DEFAULT '',
	`topic` varchar(400) NOT NULL DEFAULT '',
	`page` varchar(400) NOT NULL DEFAULT '',
	`reply` longtext,
	`helped` boolean,
	`took_us` bigint,
	`created_at` bigint NOT NULL,
	CONSTRAINT `chat_lines_talk_id_nth_pk` PRIMARY KEY(`talk_id`,`nth`),
	CONSTRAINT `chat_lines_once` UNIQUE(`talk_id`,`once`)
);
--> statement-breakpoint
CREATE TABLE `chat_pages` (
	`site_id` varchar(24) NOT NULL,
	`blob` varchar(64) NOT NULL,
	`reader` smallint NOT NULL,
	`read` longblob NOT NULL,
	`used_at` bigint NOT NULL,
	CONSTRAINT `chat_pages_site_id_blob_reader_pk` PRIMARY KEY(`site_id`,`blob`,`reader`)
);
--> statement-breakpoint
CREATE TABLE `chat_runs` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`of` varchar(64) NOT NULL,
	`verdicts` longtext NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `chat_runs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `chat_talks` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`token` varchar(64) NOT NULL,
	`state` enum('chat','waiting','person','done') NOT NULL,
	`page` varchar(400) NOT NULL,
	`language` varchar(35) NOT NULL,
	`user_id` varchar(24),
	`person` varchar(120) NOT NULL DEFAULT '',
	`email` varchar(254) NOT NULL DEFAULT '',
	`name` varchar(120) NOT NULL DEFAULT '',
	`consent` varchar(600) NOT NULL DEFAULT '',
	`turn` longtext,
	`lines` int NOT NULL DEFAULT 0,
	`unread` int NOT NULL DEFAULT 0,
	`unknown` int NOT NULL DEFAULT 0,
	`visitor_typed_at` bigint,
	`person_typed_at` bigint,
	`created_at` bigint NOT NULL,
	`last_at` bigint NOT NULL,
	CONSTRAINT `chat_talks_id` PRIMARY KEY(`id`),
	CONSTRAINT `chat_talks_token` UNIQUE(`token`)
);
--> statement-breakpoint
CREATE INDEX `chat_lines_time` ON `chat_lines` (`site_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `chat_lines_kind` ON `chat_lines` (`site_id`,`kind`,`created_at`);--> statement-breakpoint
CREATE INDEX `chat_runs_time` ON `chat_runs` (`site_id`,`widget_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `chat_talks_state` ON `chat_talks` (`site_id`,`state`,`last_at`);--> statement-breakpoint
CREATE INDEX `chat_talks_last` ON `chat_talks` (`site_id`,`last_at`);--> statement-breakpoint
CREATE INDEX `chat_talks_email` ON `chat_talks` (`site_id`,`email`);