CREATE TABLE `account_links` (
	`token_hash` varchar(64) NOT NULL,
	`user_id` varchar(24) NOT NULL,
	`purpose` enum('invitation','recovery') NOT NULL,
	`created_at` bigint NOT NULL,
	`expires_at` bigint NOT NULL,
	`used_at` bigint,
	CONSTRAINT `account_links_token_hash` PRIMARY KEY(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE `member_sites` (
	`studio_id` varchar(24) NOT NULL,
	`user_id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	CONSTRAINT `member_sites_studio_id_user_id_site_id_pk` PRIMARY KEY(`studio_id`,`user_id`,`site_id`)
);
--> statement-breakpoint
CREATE TABLE `recovery_codes` (
	`user_id` varchar(24) NOT NULL,
	`code_hash` varchar(64) NOT NULL,
	`used_at` bigint,
	CONSTRAINT `recovery_codes_user_id_code_hash_pk` PRIMARY KEY(`user_id`,`code_hash`)
);
--> statement-breakpoint
CREATE TABLE `security_events` (
	`id` varchar(24) NOT NULL,
	`studio_id` varchar(24),
	`site_id` varchar(24),
	`user_id` varchar(24),
	`kind` varchar(40) NOT NULL,
	`details` longtext NOT NULL,
	`network` varchar(60) NOT NULL,
	`at` bigint NOT NULL,
	CONSTRAINT `security_events_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `jobs` MODIFY COLUMN `kind` enum('publish','mail','reminder','feed','payment','ending','sweep') NOT NULL;--> statement-breakpoint
ALTER TABLE `mails` MODIFY COLUMN `site_id` varchar(24);--> statement-breakpoint
ALTER TABLE `members` ADD `sites` enum('all','chosen') DEFAULT 'all' NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `public_id` varchar(24) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `device` varchar(120) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `network` varchar(60) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `seen_at` bigint NOT NULL;--> statement-breakpoint
ALTER TABLE `sessions` ADD `confirmed_at` bigint NOT NULL;--> statement-breakpoint
ALTER TABLE `studios` ADD `second_factor` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `users` ADD `totp_key` varchar(200);--> statement-breakpoint
ALTER TABLE `users` ADD `totp_since` bigint;--> statement-breakpoint
ALTER TABLE `users` ADD `totp_step` int;--> statement-breakpoint
ALTER TABLE `bookings` ADD `dates` longtext;--> statement-breakpoint
ALTER TABLE `bookings` ADD `held_by` varchar(32);--> statement-breakpoint
ALTER TABLE `media` ADD `bytes` int DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `account_links_user` ON `account_links` (`user_id`);--> statement-breakpoint
CREATE INDEX `member_sites_site` ON `member_sites` (`site_id`);--> statement-breakpoint
CREATE INDEX `security_events_studio` ON `security_events` (`studio_id`,`at`);--> statement-breakpoint
CREATE INDEX `security_events_time` ON `security_events` (`at`);--> statement-breakpoint
CREATE INDEX `bookings_held` ON `bookings` (`site_id`,`held_by`);--> statement-breakpoint
UPDATE `media` SET `bytes` = coalesce((SELECT length(`media_bytes`.`bytes`) FROM `media_bytes` WHERE `media_bytes`.`site_id` = `media`.`site_id` AND `media_bytes`.`hash` = `media`.`hash` AND `media_bytes`.`width_px` = 0), 0);--> statement-breakpoint
DELETE FROM `sessions`;
