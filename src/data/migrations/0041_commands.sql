ALTER TABLE `shop_order_steps` RENAME COLUMN `deed` TO `command`;--> statement-breakpoint
-- What waits to be done is done under its new name.
UPDATE `jobs` SET `payload` = replace(`payload`, '"deed":', '"command":') WHERE `payload` LIKE '%"deed":%';--> statement-breakpoint
UPDATE `jobs` SET `kind` = 'paymentCommand' WHERE `kind` = 'paymentDeed';
