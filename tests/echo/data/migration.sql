CREATE TABLE `echoes` (`id` varchar(24) NOT NULL PRIMARY KEY, `site_id` varchar(24) NOT NULL, `said` varchar(80) NOT NULL, `email` varchar(254) NOT NULL, `day` varchar(10) NOT NULL);
--> statement-breakpoint
CREATE TABLE `echo_parts` (`site_id` varchar(24) NOT NULL PRIMARY KEY, `before_text` varchar(8) NOT NULL, `version` int NOT NULL DEFAULT 1);
