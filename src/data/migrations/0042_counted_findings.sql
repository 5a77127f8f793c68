ALTER TABLE `check_results` ADD `found` int DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE `check_results` SET `found` = JSON_LENGTH(`findings`);
