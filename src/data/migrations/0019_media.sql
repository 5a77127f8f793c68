ALTER TABLE `documents` ADD `media` longtext;--> statement-breakpoint
ALTER TABLE `media` ADD `alt` varchar(400) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `media` ADD `decorative` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `media` ADD `tags` longtext;--> statement-breakpoint
ALTER TABLE `media` ADD `focus` longtext;--> statement-breakpoint
ALTER TABLE `media` ADD `removed_at` bigint;