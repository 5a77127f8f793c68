ALTER TABLE `chat_talks` ADD `code` varchar(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `chat_talks` ADD `code_email` varchar(254) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `chat_talks` ADD `code_until` bigint;--> statement-breakpoint
ALTER TABLE `chat_talks` ADD `code_tries` smallint DEFAULT 0 NOT NULL;