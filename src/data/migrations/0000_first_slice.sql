CREATE TABLE `members` (
	`studio_id` varchar(24) NOT NULL,
	`user_id` varchar(24) NOT NULL,
	`role` enum('owner','designer','editor') NOT NULL,
	CONSTRAINT `members_studio_id_user_id_pk` PRIMARY KEY(`studio_id`,`user_id`)
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`token_hash` varchar(64) NOT NULL,
	`user_id` varchar(24) NOT NULL,
	`created_at` bigint NOT NULL,
	`expires_at` bigint NOT NULL,
	CONSTRAINT `sessions_token_hash` PRIMARY KEY(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE `studios` (
	`id` varchar(24) NOT NULL,
	`name` varchar(120) NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `studios_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `users` (
	`id` varchar(24) NOT NULL,
	`email` varchar(200) NOT NULL,
	`name` varchar(120) NOT NULL,
	`password_hash` varchar(200) NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `users_id` PRIMARY KEY(`id`),
	CONSTRAINT `users_email_unique` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24),
	`kind` enum('publish','mail') NOT NULL,
	`payload` longtext NOT NULL,
	`state` enum('queued','running','done','failed') NOT NULL,
	`done` int NOT NULL DEFAULT 0,
	`total` int NOT NULL DEFAULT 0,
	`attempts` int NOT NULL DEFAULT 0,
	`available_at` bigint NOT NULL,
	`heartbeat_at` bigint,
	`worker` varchar(40),
	`error` varchar(1000),
	`only_one` varchar(80),
	`created_at` bigint NOT NULL,
	CONSTRAINT `jobs_id` PRIMARY KEY(`id`),
	CONSTRAINT `jobs_only_one_unique` UNIQUE(`only_one`)
);
--> statement-breakpoint
CREATE TABLE `rate_limits` (
	`key` varchar(255) NOT NULL,
	`points` int NOT NULL DEFAULT 0,
	`expire` bigint unsigned,
	CONSTRAINT `rate_limits_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
CREATE TABLE `mails` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`sender` varchar(320) NOT NULL,
	`recipient` varchar(320) NOT NULL,
	`subject` varchar(400) NOT NULL,
	`text` text NOT NULL,
	`html` text NOT NULL,
	`withdraw_url` varchar(500) NOT NULL,
	`state` enum('waiting','outbox','sent','failed') NOT NULL,
	`created_at` bigint NOT NULL,
	`sent_at` bigint,
	CONSTRAINT `mails_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `document_edits` (
	`site_id` varchar(24) NOT NULL,
	`document_id` varchar(40) NOT NULL,
	`revision` int NOT NULL,
	`batch` varchar(40) NOT NULL,
	`edits` longtext NOT NULL,
	`refusals` longtext NOT NULL,
	`user_id` varchar(24) NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `document_edits_site_id_document_id_revision_pk` PRIMARY KEY(`site_id`,`document_id`,`revision`),
	CONSTRAINT `document_edits_batch` UNIQUE(`site_id`,`batch`)
);
--> statement-breakpoint
CREATE TABLE `documents` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`kind` enum('page','header','footer') NOT NULL,
	`title` varchar(120) NOT NULL,
	`slug` varchar(120),
	`slug_before` varchar(120),
	`description` varchar(300) NOT NULL,
	`in_navigation` boolean NOT NULL,
	`position` int NOT NULL,
	`body` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`changed_at` bigint NOT NULL,
	`removed_at` bigint,
	CONSTRAINT `documents_site_id_id_pk` PRIMARY KEY(`site_id`,`id`),
	CONSTRAINT `documents_slug` UNIQUE(`site_id`,`slug`)
);
--> statement-breakpoint
CREATE TABLE `popup_counts` (
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`day` varchar(10) NOT NULL,
	`shown` int NOT NULL DEFAULT 0,
	`closed` int NOT NULL DEFAULT 0,
	`signed_up` int NOT NULL DEFAULT 0,
	CONSTRAINT `popup_counts_site_id_widget_id_day_pk` PRIMARY KEY(`site_id`,`widget_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `signups` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40) NOT NULL,
	`email` varchar(254) NOT NULL,
	`name` varchar(120) NOT NULL,
	`answers` longtext NOT NULL,
	`state` enum('waiting','confirmed','withdrawn') NOT NULL,
	`page` varchar(400) NOT NULL,
	`language` varchar(35) NOT NULL,
	`consent` varchar(600) NOT NULL,
	`created_at` bigint NOT NULL,
	`confirmed_at` bigint,
	`withdrawn_at` bigint,
	CONSTRAINT `signups_id` PRIMARY KEY(`id`),
	CONSTRAINT `signups_once` UNIQUE(`site_id`,`widget_id`,`email`)
);
--> statement-breakpoint
CREATE TABLE `widgets` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`kind` enum('popup') NOT NULL,
	`name` varchar(80) NOT NULL,
	`settings` longtext NOT NULL,
	`position` int NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `widgets_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `blobs` (
	`site_id` varchar(24) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`bytes` longblob NOT NULL,
	`gzip` longblob,
	`brotli` longblob,
	CONSTRAINT `blobs_site_id_hash_pk` PRIMARY KEY(`site_id`,`hash`)
);
--> statement-breakpoint
CREATE TABLE `release_files` (
	`site_id` varchar(24) NOT NULL,
	`release_id` varchar(24) NOT NULL,
	`path` varchar(240) NOT NULL,
	`type` varchar(80) NOT NULL,
	`blob` varchar(64) NOT NULL,
	`input` varchar(64) NOT NULL,
	`assets` longtext NOT NULL,
	CONSTRAINT `release_files_release_id_path_pk` PRIMARY KEY(`release_id`,`path`),
	CONSTRAINT `release_files_path` UNIQUE(`site_id`,`path`,`release_id`)
);
--> statement-breakpoint
CREATE TABLE `releases` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`number` int NOT NULL,
	`state` enum('building','complete') NOT NULL,
	`snapshot` longtext NOT NULL,
	`user_id` varchar(24) NOT NULL,
	`pages` int NOT NULL DEFAULT 0,
	`rendered` int NOT NULL DEFAULT 0,
	`created_at` bigint NOT NULL,
	CONSTRAINT `releases_id` PRIMARY KEY(`id`),
	CONSTRAINT `releases_number` UNIQUE(`site_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `media` (
	`site_id` varchar(24) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`type` enum('image/jpeg','image/png','image/webp','image/avif') NOT NULL,
	`width_px` int NOT NULL,
	`height_px` int NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `media_site_id_hash_pk` PRIMARY KEY(`site_id`,`hash`)
);
--> statement-breakpoint
CREATE TABLE `media_bytes` (
	`site_id` varchar(24) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`width_px` int NOT NULL,
	`bytes` longblob NOT NULL,
	CONSTRAINT `media_bytes_site_id_hash_width_px_pk` PRIMARY KEY(`site_id`,`hash`,`width_px`)
);
--> statement-breakpoint
CREATE TABLE `sites` (
	`id` varchar(24) NOT NULL,
	`studio_id` varchar(24) NOT NULL,
	`site_key` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`settings` longtext NOT NULL,
	`brand` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`live_release_id` varchar(24),
	`created_at` bigint NOT NULL,
	CONSTRAINT `sites_id` PRIMARY KEY(`id`),
	CONSTRAINT `sites_site_key_unique` UNIQUE(`site_key`)
);
--> statement-breakpoint
CREATE INDEX `members_user` ON `members` (`user_id`);--> statement-breakpoint
CREATE INDEX `sessions_user` ON `sessions` (`user_id`);--> statement-breakpoint
CREATE INDEX `jobs_next` ON `jobs` (`state`,`available_at`);--> statement-breakpoint
CREATE INDEX `jobs_site` ON `jobs` (`site_id`);--> statement-breakpoint
CREATE INDEX `mails_site` ON `mails` (`site_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `document_edits_time` ON `document_edits` (`site_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `signups_time` ON `signups` (`site_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `sites_studio` ON `sites` (`studio_id`);