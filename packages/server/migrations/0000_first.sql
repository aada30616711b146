CREATE TABLE `person` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`role` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `person_name_unique` ON `person` (`name`);--> statement-breakpoint
CREATE TABLE `plan_version` (
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`state` text NOT NULL,
	`title` text NOT NULL,
	`summary` text NOT NULL,
	`lines` text NOT NULL,
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
CREATE INDEX `trail_by_last_event` ON `trail` (`last_event_at_ms`);