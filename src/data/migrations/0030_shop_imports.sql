CREATE TABLE `shop_import_steps` (
	`site_id` varchar(24) NOT NULL,
	`import_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`product_id` varchar(40) NOT NULL,
	`made` boolean NOT NULL,
	`after` longblob NOT NULL,
	`stock_after` longtext NOT NULL,
	`before` longblob,
	`stock_before` longtext NOT NULL,
	`revision` int NOT NULL,
	`state` enum('waiting','done','left','back') NOT NULL,
	`problem` varchar(300) NOT NULL DEFAULT '',
	CONSTRAINT `shop_import_steps_import_id_position_pk` PRIMARY KEY(`import_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `shop_imports` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`name` varchar(200) NOT NULL,
	`rows` longblob NOT NULL,
	`headers` longtext NOT NULL,
	`example` longtext NOT NULL,
	`line_count` int NOT NULL,
	`guessed` boolean NOT NULL,
	`mapping` longtext NOT NULL,
	`state` enum('read','planning','planned','running','done','goingBack','back') NOT NULL,
	`told` longtext,
	`lines` longblob,
	`frame` longblob,
	`problem` varchar(300) NOT NULL DEFAULT '',
	`created_by` varchar(24) NOT NULL,
	`created_at` bigint NOT NULL,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `shop_imports_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `shop_import_steps_state` ON `shop_import_steps` (`import_id`,`state`,`position`);--> statement-breakpoint
CREATE INDEX `shop_imports_time` ON `shop_imports` (`site_id`,`created_at`);