CREATE TABLE `bulletin` (
	`bulletin_id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `code_sheet` (
	`row_id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`sheet_id` text NOT NULL,
	`job_id` text NOT NULL,
	`vehicle_id` text NOT NULL,
	`taken_by` text NOT NULL,
	`taken_at_ms` integer NOT NULL,
	`document` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `code_sheet_sheet_id_unique` ON `code_sheet` (`sheet_id`);--> statement-breakpoint
CREATE INDEX `code_sheet_by_job` ON `code_sheet` (`job_id`,`row_id`);--> statement-breakpoint
CREATE TABLE `sheet_code` (
	`sheet_id` text NOT NULL,
	`seq` integer NOT NULL,
	`vehicle_id` text NOT NULL,
	`unit_id` text NOT NULL,
	`code` text NOT NULL,
	`failure_type` text,
	`text` text NOT NULL,
	`taken_at_ms` integer NOT NULL,
	PRIMARY KEY(`sheet_id`, `seq`)
);
--> statement-breakpoint
CREATE INDEX `sheet_code_by_vehicle` ON `sheet_code` (`vehicle_id`,`unit_id`,`code`,`failure_type`);--> statement-breakpoint
CREATE TABLE `job_event` (
	`job_id` text NOT NULL,
	`seq` integer NOT NULL,
	`event_id` text NOT NULL,
	`kind` text NOT NULL,
	`at_ms` integer NOT NULL,
	`event` text NOT NULL,
	PRIMARY KEY(`job_id`, `seq`)
);
--> statement-breakpoint
CREATE INDEX `job_event_plan_missed` ON `job_event` (`at_ms`) WHERE kind = 'planMissed';--> statement-breakpoint
CREATE TABLE `job` (
	`row_id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`job_id` text NOT NULL,
	`vehicle_id` text NOT NULL,
	`complaint` text NOT NULL,
	`taken_in_at_ms` integer NOT NULL,
	`last_event_at_ms` integer NOT NULL,
	`assigned_to` text NOT NULL,
	`waits_for` text NOT NULL,
	`stage` text NOT NULL,
	`complaint_check` text,
	FOREIGN KEY (`vehicle_id`) REFERENCES `vehicle`(`vehicle_id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `job_job_id_unique` ON `job` (`job_id`);--> statement-breakpoint
CREATE INDEX `job_open` ON `job` (`taken_in_at_ms`) WHERE stage <> 'gone';--> statement-breakpoint
CREATE INDEX `job_by_vehicle` ON `job` (`vehicle_id`,`taken_in_at_ms`);--> statement-breakpoint
CREATE TABLE `person` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`roles` text NOT NULL,
	`password_hash` text NOT NULL,
	`is_disabled` integer DEFAULT false NOT NULL,
	`preferences` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `person_name_unique` ON `person` (`name`);--> statement-breakpoint
CREATE TABLE `session` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`person_id` text NOT NULL,
	`expires_at_ms` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `session_by_person` ON `session` (`person_id`);--> statement-breakpoint
CREATE INDEX `session_by_expiry` ON `session` (`expires_at_ms`);--> statement-breakpoint
CREATE TABLE `photo` (
	`photo_id` text PRIMARY KEY NOT NULL,
	`media_type` text NOT NULL,
	`byte_count` integer NOT NULL,
	`added_at_ms` integer NOT NULL,
	`added_by` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `plan_part` (
	`row_id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`plan_id` text NOT NULL,
	`name` text NOT NULL,
	`detail` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `plan_part_by_plan` ON `plan_part` (`plan_id`);--> statement-breakpoint
CREATE TABLE `plan_subject` (
	`plan_id` text NOT NULL,
	`kind` text NOT NULL,
	`value` text NOT NULL,
	PRIMARY KEY(`kind`, `value`, `plan_id`)
);
--> statement-breakpoint
CREATE INDEX `plan_subject_by_plan` ON `plan_subject` (`plan_id`);--> statement-breakpoint
CREATE TABLE `plan_version` (
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`state` text NOT NULL,
	`title` text NOT NULL,
	`summary` text NOT NULL,
	`applies_to` text NOT NULL,
	`expected_minutes` integer NOT NULL,
	`tools` text NOT NULL,
	`step_count` integer NOT NULL,
	`suspect_count` integer NOT NULL,
	`etag` text NOT NULL,
	`saved_at_ms` integer NOT NULL,
	`saved_by` text NOT NULL,
	`released_at_ms` integer,
	`document` text NOT NULL,
	PRIMARY KEY(`plan_id`, `version`)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `plan_version_one_draft` ON `plan_version` (`plan_id`) WHERE state = 'draft';--> statement-breakpoint
CREATE INDEX `plan_version_by_title` ON `plan_version` (`title`,`plan_id`,`version`);--> statement-breakpoint
CREATE TABLE `trail_event` (
	`trail_id` text NOT NULL,
	`seq` integer NOT NULL,
	`event_id` text NOT NULL,
	`event` text NOT NULL,
	PRIMARY KEY(`trail_id`, `seq`)
);
--> statement-breakpoint
CREATE TABLE `trail` (
	`trail_id` text PRIMARY KEY NOT NULL,
	`job_id` text,
	`plan_id` text NOT NULL,
	`plan_version` integer NOT NULL,
	`plan_title` text NOT NULL,
	`fleet_number` text NOT NULL,
	`complaint` text NOT NULL,
	`opened_at_ms` integer NOT NULL,
	`opened_by` text NOT NULL,
	`last_event_at_ms` integer NOT NULL,
	`concluded_with` text,
	`at_step` text
);
--> statement-breakpoint
CREATE INDEX `trail_by_last_event` ON `trail` (`last_event_at_ms`);--> statement-breakpoint
CREATE INDEX `trail_by_job` ON `trail` (`job_id`,`opened_at_ms`);--> statement-breakpoint
CREATE INDEX `trail_by_finding` ON `trail` (`plan_id`,`concluded_with`);--> statement-breakpoint
CREATE TABLE `line` (
	`line_id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `odometer` (
	`row_id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`vehicle_id` text NOT NULL,
	`km` integer NOT NULL,
	`text` text NOT NULL,
	`because` text NOT NULL,
	`at_ms` integer NOT NULL,
	`by` text NOT NULL,
	FOREIGN KEY (`vehicle_id`) REFERENCES `vehicle`(`vehicle_id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `odometer_by_vehicle` ON `odometer` (`vehicle_id`,`row_id`);--> statement-breakpoint
CREATE TABLE `vehicle` (
	`row_id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`vehicle_id` text NOT NULL,
	`fleet_number` text NOT NULL,
	`plate` text NOT NULL,
	`vin` text NOT NULL,
	`line_id` text NOT NULL,
	`model_year` integer,
	`engine` text NOT NULL,
	`in_service_since` text NOT NULL,
	`not_original` text NOT NULL,
	`revision` integer NOT NULL,
	FOREIGN KEY (`line_id`) REFERENCES `line`(`line_id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `vehicle_vehicle_id_unique` ON `vehicle` (`vehicle_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `vehicle_fleet_number_unique` ON `vehicle` (`fleet_number`);