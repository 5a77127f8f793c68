ALTER TABLE `documents` MODIFY COLUMN `kind` enum('page','header','footer','shared') NOT NULL;--> statement-breakpoint
ALTER TABLE `documents` ADD `shared` longtext;