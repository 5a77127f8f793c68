CREATE TABLE `check_results` (
	`site_id` varchar(24) NOT NULL,
	`page` varchar(40) NOT NULL,
	`state` varchar(64) NOT NULL,
	`findings` longtext NOT NULL,
	`measured_at` bigint NOT NULL,
	CONSTRAINT `check_results_site_id_page_pk` PRIMARY KEY(`site_id`,`page`)
);
