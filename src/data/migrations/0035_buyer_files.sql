CREATE TABLE `shop_buyer_files` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`bytes` int NOT NULL,
	`order_id` varchar(24),
	`created_at` bigint NOT NULL,
	CONSTRAINT `shop_buyer_files_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `shop_buyer_files_order` ON `shop_buyer_files` (`site_id`,`order_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `shop_buyer_files_hash` ON `shop_buyer_files` (`hash`);