ALTER TABLE `documents` MODIFY COLUMN `kind` enum('page','header','footer','shared','pattern') NOT NULL;--> statement-breakpoint
ALTER TABLE `documents` ADD `more` longtext;--> statement-breakpoint
ALTER TABLE `documents` MODIFY COLUMN `hash` varchar(64) GENERATED ALWAYS AS (sha2(concat(char_length(title), ':', title, char_length(coalesce(slug, '')), ':', coalesce(slug, ''), char_length(description), ':', description, char_length(in_navigation), ':', in_navigation, char_length(body), ':', body, coalesce(concat(char_length(more), ':', more), '')), 256)) STORED;--> statement-breakpoint
ALTER TABLE `redirects` MODIFY COLUMN `page` varchar(40);--> statement-breakpoint
ALTER TABLE `redirects` ADD `to_address` varchar(500);
