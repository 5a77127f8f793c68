CREATE TABLE `chat_model_days` (
	`site_id` varchar(24) NOT NULL,
	`day` varchar(10) NOT NULL,
	`calls` int NOT NULL DEFAULT 0,
	`shown` int NOT NULL DEFAULT 0,
	`refused` int NOT NULL DEFAULT 0,
	`failed` int NOT NULL DEFAULT 0,
	`tokens_in` bigint NOT NULL DEFAULT 0,
	`tokens_out` bigint NOT NULL DEFAULT 0,
	`first_ms` bigint NOT NULL DEFAULT 0,
	`whole_ms` bigint NOT NULL DEFAULT 0,
	`cost` bigint NOT NULL DEFAULT 0,
	CONSTRAINT `chat_model_days_site_id_day_pk` PRIMARY KEY(`site_id`,`day`)
);
--> statement-breakpoint
CREATE TABLE `chat_model_keys` (
	`site_id` varchar(24) NOT NULL,
	`sealed` varchar(1000) NOT NULL,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `chat_model_keys_site_id` PRIMARY KEY(`site_id`)
);
