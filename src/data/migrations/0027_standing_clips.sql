CREATE TABLE `clip_checks` (
	`site_id` varchar(24) NOT NULL,
	`clip` varchar(64) NOT NULL,
	`asked_at` bigint NOT NULL,
	`gone_since` bigint,
	`problem` longtext,
	CONSTRAINT `clip_checks_site_id_clip_pk` PRIMARY KEY(`site_id`,`clip`)
);
