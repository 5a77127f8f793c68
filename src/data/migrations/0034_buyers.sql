CREATE TABLE `visitor_sessions` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(64) NOT NULL,
	`session_of` enum('link','device') NOT NULL,
	`email` varchar(254) NOT NULL,
	`created_at` bigint NOT NULL,
	`expires_at` bigint NOT NULL,
	CONSTRAINT `visitor_sessions_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `shop_counts` (
	`site_id` varchar(24) NOT NULL,
	`day` varchar(10) NOT NULL,
	`looks` int NOT NULL DEFAULT 0,
	`adds` int NOT NULL DEFAULT 0,
	CONSTRAINT `shop_counts_site_id_day_pk` PRIMARY KEY(`site_id`,`day`)
);
--> statement-breakpoint
ALTER TABLE `shop_carts` ADD `email` varchar(254) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `shop_carts` ADD `remind_at` bigint;--> statement-breakpoint
ALTER TABLE `shop_carts` ADD `reminded_at` bigint;--> statement-breakpoint
CREATE INDEX `visitor_sessions_email` ON `visitor_sessions` (`site_id`,`email`);--> statement-breakpoint
CREATE INDEX `visitor_sessions_expiry` ON `visitor_sessions` (`expires_at`);--> statement-breakpoint
CREATE INDEX `shop_carts_email` ON `shop_carts` (`site_id`,`email`);--> statement-breakpoint
UPDATE `shop_carts` SET `email` = coalesce(json_value(`document`, '$.typed.email'), '');
