ALTER TABLE `bookings` ADD `pay_now` bigint;--> statement-breakpoint
ALTER TABLE `bookings` ADD `late_fee` bigint;--> statement-breakpoint
ALTER TABLE `bookings` ADD `paid` bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `bookings` ADD `fee` bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `bookings` ADD `given_back` bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE `bookings` SET `pay_now` = json_value(`bill`, '$.gross') WHERE `payment_reference` IS NOT NULL AND `bill` IS NOT NULL;--> statement-breakpoint
UPDATE `bookings` SET `paid` = coalesce(`pay_now`, 0) WHERE `payment_reference` IS NOT NULL AND (`state` = 'confirmed' OR `refund_due` = 1);--> statement-breakpoint
UPDATE `bookings` SET `ends_by_itself_at` = `created_at` WHERE `state` = 'held';
