ALTER TABLE `documents` ADD `folded_to` int DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `media_variants_made` ON `media_variants` (`made`);--> statement-breakpoint
CREATE INDEX `release_files_blob` ON `release_files` (`blob`);--> statement-breakpoint
CREATE INDEX `media_hash` ON `media` (`hash`);