ALTER TABLE `shop_order_steps` RENAME COLUMN `deed` TO `command`;--> statement-breakpoint
-- What waits to be done is done under its new name.
UPDATE `jobs` SET `kind` = 'paymentCommand', `payload` = replace(`payload`, '"deed":', '"command":') WHERE `kind` = 'paymentDeed';
