CREATE TABLE `shop_addresses` (
	`site_id` varchar(24) NOT NULL,
	`slug` varchar(80) NOT NULL,
	`address_of` enum('product','category') NOT NULL,
	`target` varchar(40) NOT NULL,
	`current` boolean NOT NULL,
	CONSTRAINT `shop_addresses_site_id_slug_pk` PRIMARY KEY(`site_id`,`slug`)
);
--> statement-breakpoint
CREATE TABLE `shop_carts` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(64) NOT NULL,
	`document` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`changed_at` bigint NOT NULL,
	`expires_at` bigint NOT NULL,
	CONSTRAINT `shop_carts_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `shop_catalogs` (
	`site_id` varchar(24) NOT NULL,
	`frame` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `shop_catalogs_site_id` PRIMARY KEY(`site_id`)
);
--> statement-breakpoint
CREATE TABLE `shop_charges` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`paid_by` enum('transfer','invoice','pickup') NOT NULL,
	`state` enum('opened','asksFactor','declined','captured') NOT NULL,
	`amount` bigint NOT NULL,
	`why` varchar(60) NOT NULL DEFAULT '',
	`refunds` longtext NOT NULL,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `shop_charges_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shop_media` (
	`site_id` varchar(24) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`product_id` varchar(40) NOT NULL,
	CONSTRAINT `shop_media_site_id_hash_product_id_pk` PRIMARY KEY(`site_id`,`hash`,`product_id`)
);
--> statement-breakpoint
CREATE TABLE `shop_numbers` (
	`site_id` varchar(24) NOT NULL,
	`number_of` varchar(12) NOT NULL,
	`last` int NOT NULL,
	CONSTRAINT `shop_numbers_site_id_number_of_pk` PRIMARY KEY(`site_id`,`number_of`)
);
--> statement-breakpoint
CREATE TABLE `shop_order_lines` (
	`site_id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`product_id` varchar(40) NOT NULL,
	`variant_id` varchar(40) NOT NULL,
	`name` varchar(300) NOT NULL,
	`quantity` bigint NOT NULL,
	`net` bigint NOT NULL,
	`tax` bigint NOT NULL,
	`gross` bigint NOT NULL,
	`rate` int NOT NULL,
	`owed_to` varchar(6) NOT NULL,
	CONSTRAINT `shop_order_lines_order_id_position_pk` PRIMARY KEY(`order_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `shop_order_steps` (
	`site_id` varchar(24) NOT NULL,
	`order_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`at` bigint NOT NULL,
	`taken_by` varchar(24) NOT NULL,
	`deed` varchar(20) NOT NULL,
	`from_state` enum('placed','waiting','paid','packed','sent','handedOver','closed','cancelled','returned'),
	`to_state` enum('placed','waiting','paid','packed','sent','handedOver','closed','cancelled','returned') NOT NULL,
	`details` longtext NOT NULL,
	CONSTRAINT `shop_order_steps_order_id_position_pk` PRIMARY KEY(`order_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `shop_orders` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`number` varchar(24) NOT NULL,
	`once` varchar(80) NOT NULL,
	`state` enum('placed','waiting','paid','packed','sent','handedOver','closed','cancelled','returned') NOT NULL,
	`email` varchar(254) NOT NULL,
	`name` varchar(120) NOT NULL,
	`language` varchar(35) NOT NULL,
	`currency` varchar(3) NOT NULL,
	`to_pay` bigint NOT NULL,
	`paid` bigint NOT NULL DEFAULT 0,
	`refunded` bigint NOT NULL DEFAULT 0,
	`document` longtext NOT NULL,
	`invoice` varchar(24),
	`revision` int NOT NULL DEFAULT 0,
	`ends_by_itself_at` bigint,
	`created_at` bigint NOT NULL,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `shop_orders_id` PRIMARY KEY(`id`),
	CONSTRAINT `shop_orders_number` UNIQUE(`site_id`,`number`),
	CONSTRAINT `shop_orders_once` UNIQUE(`site_id`,`once`)
);
--> statement-breakpoint
CREATE TABLE `shop_products` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`document` longtext NOT NULL,
	`name` varchar(120) NOT NULL,
	`state` enum('draft','on','off') NOT NULL,
	`price` bigint NOT NULL,
	`picture` varchar(64),
	`variants` int NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`position` bigint NOT NULL,
	`removed_at` bigint,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `shop_products_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `shop_stock_moves` (
	`site_id` varchar(24) NOT NULL,
	`id` bigint AUTO_INCREMENT NOT NULL,
	`variant_id` varchar(40) NOT NULL,
	`was` bigint,
	`became` bigint,
	`reason` enum('set','counted','import','sold','back','made') NOT NULL,
	`order_id` varchar(24),
	`moved_by` varchar(24) NOT NULL,
	`at` bigint NOT NULL,
	CONSTRAINT `shop_stock_moves_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shop_variants` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`product_id` varchar(40) NOT NULL,
	`sku` varchar(60) NOT NULL,
	`stock` bigint,
	`kept` bigint NOT NULL DEFAULT 0,
	`sells_on` boolean NOT NULL DEFAULT false,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `shop_variants_site_id_id_pk` PRIMARY KEY(`site_id`,`id`),
	CONSTRAINT `shop_variants_sku` UNIQUE(`site_id`,`sku`),
	CONSTRAINT `shop_variants_kept` CHECK(kept >= 0 and (stock is null or sells_on or (stock >= 0 and kept <= stock)))
);
--> statement-breakpoint
CREATE INDEX `shop_addresses_target` ON `shop_addresses` (`site_id`,`address_of`,`target`);--> statement-breakpoint
CREATE INDEX `shop_carts_expiry` ON `shop_carts` (`expires_at`);--> statement-breakpoint
CREATE INDEX `shop_charges_order` ON `shop_charges` (`site_id`,`order_id`);--> statement-breakpoint
CREATE INDEX `shop_order_lines_product` ON `shop_order_lines` (`site_id`,`product_id`);--> statement-breakpoint
CREATE INDEX `shop_orders_time` ON `shop_orders` (`site_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `shop_orders_state` ON `shop_orders` (`site_id`,`state`,`created_at`);--> statement-breakpoint
CREATE INDEX `shop_orders_email` ON `shop_orders` (`site_id`,`email`);--> statement-breakpoint
CREATE INDEX `shop_orders_ending` ON `shop_orders` (`state`,`ends_by_itself_at`);--> statement-breakpoint
CREATE INDEX `shop_products_changed` ON `shop_products` (`site_id`,`changed_at`);--> statement-breakpoint
CREATE INDEX `shop_products_position` ON `shop_products` (`site_id`,`position`);--> statement-breakpoint
CREATE INDEX `shop_stock_moves_variant` ON `shop_stock_moves` (`site_id`,`variant_id`,`id`);--> statement-breakpoint
CREATE INDEX `shop_variants_product` ON `shop_variants` (`site_id`,`product_id`);--> statement-breakpoint
CREATE INDEX `shop_variants_changed` ON `shop_variants` (`site_id`,`changed_at`);