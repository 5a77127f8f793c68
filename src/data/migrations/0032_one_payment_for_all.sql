INSERT INTO `payments` (`site_id`, `id`, `payment_of`, `target`, `connector`, `mode`, `state`, `asked`, `amount`, `currency`, `why`, `refunds`, `returned`, `known_as`, `is_open`, `created_at`, `changed_at`)
	SELECT c.`site_id`, c.`id`, 'order', c.`order_id`, c.`paid_by`, 'live', c.`state`, c.`amount`, c.`amount`, o.`currency`, c.`why`, c.`refunds`, json_keys(c.`refunds`), '', NULL, c.`changed_at`, c.`changed_at`
	FROM `shop_charges` c JOIN `shop_orders` o ON o.`id` = c.`order_id`;--> statement-breakpoint
INSERT IGNORE INTO `payment_connectors` (`site_id`, `kind`, `is_on`, `mode`, `settings`, `tried`, `revision`, `changed_at`)
	SELECT w.`site_id`, p.`kind`, p.`is_on`, 'live', json_object('words', p.`words`, 'owner', '', 'iban', '', 'bic', '', 'days', 14, 'most', NULL), '', 0, unix_timestamp() * 1000
	FROM `widgets` w, json_table(w.`settings`, '$.payments[*]' COLUMNS (`kind` varchar(12) PATH '$.by', `is_on` boolean PATH '$.on', `words` text PATH '$.words')) p
	WHERE w.`kind` = 'shop';--> statement-breakpoint
DROP TABLE `payment_events`;--> statement-breakpoint
DROP TABLE `shop_charges`;--> statement-breakpoint
ALTER TABLE `bookings` DROP COLUMN `payer`;