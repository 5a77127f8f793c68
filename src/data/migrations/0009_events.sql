CREATE TABLE `events` (
	`id` bigint unsigned AUTO_INCREMENT NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`payload` longtext NOT NULL,
	`at` bigint NOT NULL,
	CONSTRAINT `events_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `events_at` ON `events` (`at`);