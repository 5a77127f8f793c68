CREATE TABLE `client_notes` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`email` varchar(254) NOT NULL,
	`words` varchar(1000) NOT NULL,
	`author` varchar(120) NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `client_notes_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
ALTER TABLE `bookings` ADD `texts_to` varchar(16);--> statement-breakpoint
ALTER TABLE `mails` ADD `channel` enum('mail','text') DEFAULT 'mail' NOT NULL;--> statement-breakpoint
ALTER TABLE `mails` ADD `person` varchar(320);--> statement-breakpoint
CREATE INDEX `client_notes_email` ON `client_notes` (`site_id`,`email`,`created_at`);