ALTER TABLE `chat_talks` ADD `called_at` bigint;--> statement-breakpoint
ALTER TABLE `consents` ADD `thing` varchar(255);--> statement-breakpoint
ALTER TABLE `shop_vouchers` ADD `levy` longtext;