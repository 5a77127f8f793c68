CREATE TABLE `booking_closures` (
	`site_id` varchar(24) NOT NULL,
	`place_id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`kind` enum('date','span','yearly') NOT NULL,
	`starts` varchar(16) NOT NULL,
	`ends` varchar(16) NOT NULL,
	`words` varchar(200) NOT NULL,
	CONSTRAINT `booking_closures_site_id_place_id_position_pk` PRIMARY KEY(`site_id`,`place_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_course_dates` (
	`site_id` varchar(24) NOT NULL,
	`service_id` varchar(40) NOT NULL,
	`run` int NOT NULL,
	`position` int NOT NULL,
	`at` varchar(16) NOT NULL,
	CONSTRAINT `booking_course_dates_site_id_service_id_run_position_pk` PRIMARY KEY(`site_id`,`service_id`,`run`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_dates` (
	`site_id` varchar(24) NOT NULL,
	`booking_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`session_id` varchar(24) NOT NULL,
	CONSTRAINT `booking_dates_booking_id_position_pk` PRIMARY KEY(`booking_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_exceptions` (
	`site_id` varchar(24) NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`date` varchar(10) NOT NULL,
	`spans` longtext NOT NULL,
	CONSTRAINT `booking_exceptions_site_id_resource_id_position_pk` PRIMARY KEY(`site_id`,`resource_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_history` (
	`site_id` varchar(24) NOT NULL,
	`booking_id` varchar(24) NOT NULL,
	`position` int NOT NULL,
	`at` bigint NOT NULL,
	`changed_by` varchar(24) NOT NULL,
	`what` varchar(40) NOT NULL,
	`was` longtext NOT NULL,
	`became` longtext NOT NULL,
	CONSTRAINT `booking_history_booking_id_position_pk` PRIMARY KEY(`booking_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_hours` (
	`site_id` varchar(24) NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	`kind` enum('open','keptBack') NOT NULL,
	`position` int NOT NULL,
	`weekdays` longtext NOT NULL,
	`starts` varchar(5) NOT NULL,
	`ends` varchar(5) NOT NULL,
	`valid_from` varchar(10),
	`valid_to` varchar(10),
	CONSTRAINT `booking_hours_site_id_resource_id_kind_position_pk` PRIMARY KEY(`site_id`,`resource_id`,`kind`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_needs` (
	`site_id` varchar(24) NOT NULL,
	`service_id` varchar(40) NOT NULL,
	`set_position` int NOT NULL,
	`name` varchar(80) NOT NULL,
	`position` int NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	CONSTRAINT `booking_needs_site_id_service_id_set_position_position_pk` PRIMARY KEY(`site_id`,`service_id`,`set_position`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_occupancies` (
	`site_id` varchar(24) NOT NULL,
	`session_id` varchar(24) NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	`occupied_from` datetime(3) NOT NULL,
	`occupied_to` datetime(3) NOT NULL,
	CONSTRAINT `booking_occupancies_session_id_resource_id_pk` PRIMARY KEY(`session_id`,`resource_id`)
);
--> statement-breakpoint
CREATE TABLE `booking_offers` (
	`site_id` varchar(24) NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	`service_id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`does` boolean NOT NULL,
	`duration_minutes` int,
	`before_minutes` int,
	`after_minutes` int,
	`price` int,
	`earlier_price` int,
	CONSTRAINT `booking_offers_site_id_resource_id_service_id_pk` PRIMARY KEY(`site_id`,`resource_id`,`service_id`)
);
--> statement-breakpoint
CREATE TABLE `booking_places` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`name` varchar(120) NOT NULL,
	`address` varchar(300) NOT NULL,
	`zone` varchar(60) NOT NULL,
	`notify` varchar(200) NOT NULL,
	`notice` varchar(500) NOT NULL,
	`allowed_sites` longtext NOT NULL,
	CONSTRAINT `booking_places_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `booking_prices` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`priority` int NOT NULL,
	`service_id` varchar(40),
	`resource_id` varchar(40),
	`weekdays` longtext,
	`hours_from` varchar(5),
	`hours_to` varchar(5),
	`dates_from` varchar(10),
	`dates_to` varchar(10),
	`seats_from` int,
	`seats_to` int,
	`price` int NOT NULL,
	`earlier_price` int,
	CONSTRAINT `booking_prices_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `booking_questions` (
	`site_id` varchar(24) NOT NULL,
	`service_id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`question_key` varchar(31) NOT NULL,
	`kind` enum('words','number','choice','several','tick','date') NOT NULL,
	`label` varchar(200) NOT NULL,
	`required` boolean NOT NULL,
	`limits` longtext NOT NULL,
	CONSTRAINT `booking_questions_site_id_service_id_position_pk` PRIMARY KEY(`site_id`,`service_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_requests` (
	`site_id` varchar(24) NOT NULL,
	`request_key` varchar(80) NOT NULL,
	`asked` varchar(64) NOT NULL,
	`status` int NOT NULL,
	`answer` longtext,
	`created_at` bigint NOT NULL,
	CONSTRAINT `booking_requests_site_id_request_key_pk` PRIMARY KEY(`site_id`,`request_key`)
);
--> statement-breakpoint
CREATE TABLE `booking_resources` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`place_id` varchar(40) NOT NULL,
	`kind` enum('person','room','thing') NOT NULL,
	`name` varchar(120) NOT NULL,
	`always` boolean NOT NULL,
	`days_ahead` int,
	`notice_kind` enum('none','hours','nextDay') NOT NULL,
	`notice_hours` int,
	`shown_per_half_day` int,
	`per_day` int,
	`cancel_hours` int NOT NULL,
	CONSTRAINT `booking_resources_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `booking_services` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`place_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`words` varchar(1000) NOT NULL,
	`category` varchar(80) NOT NULL,
	`duration_minutes` int NOT NULL,
	`before_minutes` int NOT NULL,
	`after_minutes` int NOT NULL,
	`starts_every` int,
	`starts_at` longtext,
	`capacity` int NOT NULL,
	`where_kind` enum('place','online','client') NOT NULL,
	`where_words` varchar(300) NOT NULL,
	`online` boolean NOT NULL,
	`sold_from` varchar(10),
	`sold_to` varchar(10),
	`per_day` int,
	`confirm` enum('atOnce','approval','payment') NOT NULL,
	`leads` longtext NOT NULL,
	`price` int,
	`earlier_price` int,
	`tax_rate` int,
	`tax_included` boolean NOT NULL,
	`terms` text NOT NULL,
	`screening` longtext NOT NULL,
	`reminder_hours` int,
	CONSTRAINT `booking_services_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `booking_sessions` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`service_id` varchar(40) NOT NULL,
	`starts_at` bigint NOT NULL,
	`ends_at` bigint NOT NULL,
	`resources` varchar(180) NOT NULL,
	`capacity` int NOT NULL,
	`seats_taken` int NOT NULL,
	CONSTRAINT `booking_sessions_id` PRIMARY KEY(`id`),
	CONSTRAINT `booking_sessions_once` UNIQUE(`site_id`,`service_id`,`starts_at`,`resources`),
	CONSTRAINT `booking_seats` CHECK(seats_taken between 1 and capacity)
);
--> statement-breakpoint
CREATE TABLE `booking_time_off` (
	`site_id` varchar(24) NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	`position` int NOT NULL,
	`starts` varchar(16) NOT NULL,
	`ends` varchar(16) NOT NULL,
	`words` varchar(200) NOT NULL,
	CONSTRAINT `booking_time_off_site_id_resource_id_position_pk` PRIMARY KEY(`site_id`,`resource_id`,`position`)
);
--> statement-breakpoint
CREATE TABLE `booking_versions` (
	`site_id` varchar(24) NOT NULL,
	`set_up` int NOT NULL DEFAULT 0,
	`diary` int NOT NULL DEFAULT 0,
	CONSTRAINT `booking_versions_site_id` PRIMARY KEY(`site_id`)
);
--> statement-breakpoint
CREATE TABLE `bookings` (
	`id` varchar(24) NOT NULL,
	`site_id` varchar(24) NOT NULL,
	`widget_id` varchar(40),
	`place_id` varchar(40) NOT NULL,
	`service_id` varchar(40) NOT NULL,
	`service_name` varchar(120) NOT NULL,
	`state` enum('held','waitingApproval','waitingPayment','confirmed','declined','cancelled','expired') NOT NULL,
	`attendance` enum('came','didNotCome'),
	`ends_by_itself_at` bigint,
	`starts_at` bigint NOT NULL,
	`ends_at` bigint NOT NULL,
	`resources` longtext NOT NULL,
	`seats` int NOT NULL,
	`name` varchar(120) NOT NULL,
	`email` varchar(254) NOT NULL,
	`phone` varchar(40) NOT NULL,
	`language` varchar(35) NOT NULL,
	`zone` varchar(60) NOT NULL,
	`answers` longtext NOT NULL,
	`terms` text NOT NULL,
	`bill` longtext,
	`cancel_hours` int NOT NULL,
	`sequence` int NOT NULL DEFAULT 0,
	`payment_reference` varchar(60),
	`refund_due` boolean NOT NULL DEFAULT false,
	`created_at` bigint NOT NULL,
	`changed_at` bigint NOT NULL,
	CONSTRAINT `bookings_id` PRIMARY KEY(`id`),
	CONSTRAINT `bookings_payment_reference_unique` UNIQUE(`payment_reference`)
);
--> statement-breakpoint
CREATE TABLE `payment_events` (
	`site_id` varchar(24) NOT NULL,
	`event_id` varchar(60) NOT NULL,
	`booking_id` varchar(24) NOT NULL,
	`outcome` varchar(40) NOT NULL,
	`at` bigint NOT NULL,
	CONSTRAINT `payment_events_site_id_event_id_pk` PRIMARY KEY(`site_id`,`event_id`)
);
--> statement-breakpoint
CREATE TABLE `busy_feeds` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`owner` varchar(200) NOT NULL,
	`address` varchar(1000),
	`file` longblob,
	`events` int NOT NULL DEFAULT 0,
	`notes` longtext NOT NULL,
	`etag` varchar(300),
	`last_modified` varchar(100),
	`good_at` bigint,
	`tried_at` bigint,
	`problem` varchar(500),
	CONSTRAINT `busy_feeds_site_id_id_pk` PRIMARY KEY(`site_id`,`id`)
);
--> statement-breakpoint
CREATE TABLE `busy_spans` (
	`site_id` varchar(24) NOT NULL,
	`feed_id` varchar(24) NOT NULL,
	`resource_id` varchar(40) NOT NULL,
	`starts_at` bigint NOT NULL,
	`ends_at` bigint NOT NULL,
	CONSTRAINT `busy_spans_site_id_feed_id_starts_at_pk` PRIMARY KEY(`site_id`,`feed_id`,`starts_at`)
);
--> statement-breakpoint
CREATE TABLE `calendar_addresses` (
	`site_id` varchar(24) NOT NULL,
	`id` varchar(24) NOT NULL,
	`kind` enum('resource','place') NOT NULL,
	`of_id` varchar(40) NOT NULL,
	`secret_hash` varchar(64) NOT NULL,
	`created_at` bigint NOT NULL,
	`revoked_at` bigint,
	CONSTRAINT `calendar_addresses_site_id_id_pk` PRIMARY KEY(`site_id`,`id`),
	CONSTRAINT `calendar_secret` UNIQUE(`secret_hash`)
);
--> statement-breakpoint
ALTER TABLE `jobs` MODIFY COLUMN `kind` enum('publish','mail','reminder','feed','payment','ending') NOT NULL;--> statement-breakpoint
ALTER TABLE `widgets` MODIFY COLUMN `kind` enum('popup','booking') NOT NULL;--> statement-breakpoint
ALTER TABLE `mails` ADD `calendar` longtext;--> statement-breakpoint
CREATE INDEX `booking_dates_session` ON `booking_dates` (`session_id`);--> statement-breakpoint
CREATE INDEX `booking_requests_age` ON `booking_requests` (`created_at`);--> statement-breakpoint
CREATE INDEX `booking_sessions_time` ON `booking_sessions` (`site_id`,`starts_at`);--> statement-breakpoint
CREATE INDEX `bookings_time` ON `bookings` (`site_id`,`starts_at`);--> statement-breakpoint
CREATE INDEX `bookings_ending` ON `bookings` (`state`,`ends_by_itself_at`);--> statement-breakpoint
CREATE INDEX `bookings_email` ON `bookings` (`site_id`,`email`);--> statement-breakpoint
CREATE INDEX `busy_spans_time` ON `busy_spans` (`site_id`,`ends_at`);--> statement-breakpoint
ALTER TABLE `booking_occupancies` ADD PERIOD FOR `occupied` (`occupied_from`, `occupied_to`), ADD CONSTRAINT `no_resource_twice` UNIQUE (`site_id`, `resource_id`, `occupied` WITHOUT OVERLAPS);
