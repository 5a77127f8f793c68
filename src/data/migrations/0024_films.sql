ALTER TABLE `release_files` ADD `frames` longtext;--> statement-breakpoint
ALTER TABLE `media` ADD `length_ms` int;