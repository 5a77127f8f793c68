ALTER TABLE `shop_carts` ADD `owner` varchar(254);--> statement-breakpoint
ALTER TABLE `shop_carts` ADD CONSTRAINT `shop_carts_owner` UNIQUE(`site_id`,`owner`);