CREATE TABLE `shop_downloads` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`media` varchar(64) NOT NULL,
	`name` varchar(200) NOT NULL,
	`left_of_it` int NOT NULL,
	`ends_at` bigint NOT NULL,
	`fetched_at` bigint,
	CONSTRAINT `shop_downloads_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shop_order_taxes` (
	`site_id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`rate` int NOT NULL,
	`owed_to` varchar(6) NOT NULL,
	`net` bigint NOT NULL,
	`tax` bigint NOT NULL,
	CONSTRAINT `shop_order_taxes_order_id_position_pk` PRIMARY KEY(`order_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `shop_parcels` (
	`site_id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`lines` longtext NOT NULL,
	`tracking` varchar(60) NOT NULL,
	`link` varchar(400) NOT NULL,
	`sent_at` bigint NOT NULL,
	`sent_by` varchar(24) NOT NULL,
	CONSTRAINT `shop_parcels_order_id_position_pk` PRIMARY KEY(`order_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `shop_refunds` (
	`site_id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`lines` longtext NOT NULL,
	`amount` bigint NOT NULL,
	`shelved` boolean NOT NULL DEFAULT false,
	`note` varchar(24),
	`at` bigint NOT NULL,
	CONSTRAINT `shop_refunds_order_id_position_pk` PRIMARY KEY(`order_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `shop_voucher_moves` (
	`site_id` varchar(24) NOT NULL,
	`id` bigint AUTO_INCREMENT NOT NULL,
	`voucher_id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`amount` bigint NOT NULL,
	`at` bigint NOT NULL,
	CONSTRAINT `shop_voucher_moves_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shop_vouchers` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`code_hash` varchar(64) NOT NULL,
	`sealed` varchar(200) NOT NULL,
	`tail` varchar(8) NOT NULL,
	`currency` varchar(3) NOT NULL,
	`amount` bigint NOT NULL,
	`left_of_it` bigint NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`issued_at` bigint NOT NULL,
	`ends_at` bigint,
	`voided_at` bigint,
	CONSTRAINT `shop_vouchers_id` PRIMARY KEY(`id`),
	CONSTRAINT `shop_vouchers_code` UNIQUE(`site_id`,`code_hash`),
	CONSTRAINT `shop_vouchers_left` CHECK(left_of_it >= 0 and left_of_it <= amount)
);
--> statement-breakpoint
ALTER TABLE `shop_media` ADD `sold` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `shop_orders` ADD `day` varchar(10) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `shop_orders` ADD `invoiced_at` bigint;--> statement-breakpoint
ALTER TABLE `shop_orders` ADD `issued_at` bigint;--> statement-breakpoint
CREATE INDEX `shop_downloads_order` ON `shop_downloads` (`site_id`,`order_id`);--> statement-breakpoint
CREATE INDEX `shop_order_taxes_site` ON `shop_order_taxes` (`site_id`);--> statement-breakpoint
CREATE INDEX `shop_voucher_moves_order` ON `shop_voucher_moves` (`site_id`,`order_id`);--> statement-breakpoint
CREATE INDEX `shop_vouchers_order` ON `shop_vouchers` (`site_id`,`order_id`);--> statement-breakpoint
CREATE INDEX `shop_orders_day` ON `shop_orders` (`site_id`,`day`);--> statement-breakpoint
UPDATE `shop_orders` SET `day` = date_format(from_unixtime(`created_at` / 1000), '%Y-%m-%d') WHERE `day` = '';--> statement-breakpoint
INSERT IGNORE INTO `shop_order_taxes` (`site_id`, `order_id`, `position`, `rate`, `owed_to`, `net`, `tax`)
	SELECT o.`site_id`, o.`id`, t.`position` - 1, t.`rate`, t.`owed_to`, t.`net`, t.`tax`
	FROM `shop_orders` o, json_table(o.`document`, '$.total.taxes[*]' COLUMNS (`position` FOR ORDINALITY, `rate` int PATH '$.rate', `owed_to` varchar(6) PATH '$.owedTo', `net` bigint PATH '$.net', `tax` bigint PATH '$.tax')) t;
