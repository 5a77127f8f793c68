ALTER TABLE `jobs` MODIFY COLUMN `kind` varchar(30) NOT NULL;--> statement-breakpoint
ALTER TABLE `widgets` MODIFY COLUMN `kind` varchar(30) NOT NULL;