CREATE TABLE `own_shelf` (
	`id` varchar(40) NOT NULL,
	`studio_id` varchar(24) NOT NULL,
	`site_id` varchar(24),
	`origin_id` varchar(24) NOT NULL,
	`name` varchar(60) NOT NULL,
	`tags` longtext NOT NULL,
	`format` int NOT NULL,
	`node` longtext NOT NULL,
	`user_id` varchar(24) NOT NULL,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `own_shelf_studio_id_id_pk` PRIMARY KEY(`studio_id`,`id`)
);
