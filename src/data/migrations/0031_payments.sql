CREATE TABLE `payment_connectors` (
	`site_id` varchar(24) NOT NULL,
	`kind` enum('card','redirect','later','transfer','invoice','pickup') NOT NULL,
	`is_on` boolean NOT NULL DEFAULT false,
	`mode` enum('test','live') NOT NULL DEFAULT 'test',
	`settings` longtext NOT NULL,
	`test_keys` varchar(800),
	`live_keys` varchar(800),
	`tried` varchar(64) NOT NULL DEFAULT '',
	`tried_at` bigint,
	`revision` int NOT NULL DEFAULT 0,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `payment_connectors_site_id_kind_pk` PRIMARY KEY(`site_id`,`kind`)
);
--> statement-breakpoint
CREATE TABLE `payment_steps` (
	`site_id` varchar(24) NOT NULL,
	`id` bigint AUTO_INCREMENT NOT NULL,
	`payment_id` varchar(24) NOT NULL,
	`at` bigint NOT NULL,
	`what` varchar(24) NOT NULL,
	`details` longtext NOT NULL,
	CONSTRAINT `payment_steps_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `payments` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`payment_of` enum('order','booking','trial') NOT NULL,
	`target` varchar(24) NOT NULL,
	`connector` enum('card','redirect','later','transfer','invoice','pickup') NOT NULL,
	`mode` enum('test','live') NOT NULL,
	`state` enum('opened','asksFactor','declined','authorised','released','captured') NOT NULL,
	`asked` bigint NOT NULL,
	`amount` bigint NOT NULL DEFAULT 0,
	`currency` varchar(3) NOT NULL,
	`why` varchar(60) NOT NULL DEFAULT '',
	`refunds` longtext NOT NULL,
	`returned` longtext NOT NULL,
	`known_as` varchar(60) NOT NULL DEFAULT '',
	`is_open` boolean,
	`created_at` bigint NOT NULL,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `payments_id` PRIMARY KEY(`id`),
	CONSTRAINT `payments_open` UNIQUE(`site_id`,`payment_of`,`target`,`is_open`)
);
--> statement-breakpoint
CREATE TABLE `stand_in_records` (
	`record_of` varchar(12) NOT NULL,
	`id` varchar(40) NOT NULL,
	`document` longtext NOT NULL,
	CONSTRAINT `stand_in_records_record_of_id_pk` PRIMARY KEY(`record_of`,`id`)
);
--> statement-breakpoint
CREATE INDEX `payment_steps_payment` ON `payment_steps` (`site_id`,`payment_id`,`id`);--> statement-breakpoint
CREATE INDEX `payments_target` ON `payments` (`site_id`,`payment_of`,`target`,`created_at`);--> statement-breakpoint
CREATE INDEX `payments_time` ON `payments` (`site_id`,`created_at`);