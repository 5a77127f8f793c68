CREATE TABLE `form_answers` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`once` varchar(40) NOT NULL,
	`state` enum('new','answered','done') NOT NULL,
	`email` varchar(254) NOT NULL,
	`name` varchar(120) NOT NULL,
	`answers` longtext NOT NULL,
	`page` varchar(400) NOT NULL,
	`language` varchar(35) NOT NULL,
	`consent` varchar(600) NOT NULL,
	`reply` text,
	`created_at` bigint NOT NULL,
	`answered_at` bigint,
	CONSTRAINT `form_answers_id` PRIMARY KEY(`id`),
	CONSTRAINT `form_answers_once` UNIQUE(`site_id`,`widget_id`,`once`)
);
--> statement-breakpoint
CREATE TABLE `form_files` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`answer_id` varchar(24) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`type` varchar(80) NOT NULL,
	`bytes` int NOT NULL,
	CONSTRAINT `form_files_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `form_answers_time` ON `form_answers` (`site_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `form_files_answer` ON `form_files` (`site_id`,`answer_id`);--> statement-breakpoint
CREATE INDEX `form_files_hash` ON `form_files` (`hash`);