ALTER TABLE `releases` ADD `widgets` longtext NOT NULL DEFAULT '[]';--> statement-breakpoint
UPDATE `releases` SET `widgets` = JSON_EXTRACT(`snapshot`, '$.widgets');--> statement-breakpoint
ALTER TABLE `releases` ALTER COLUMN `widgets` DROP DEFAULT;--> statement-breakpoint
ALTER TABLE `releases` MODIFY COLUMN `snapshot` longblob NOT NULL;
