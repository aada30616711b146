CREATE TABLE `learned_count` (
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`about` text NOT NULL,
	`step_id` text NOT NULL,
	`of` text NOT NULL,
	`value` real NOT NULL,
	`count` integer NOT NULL,
	PRIMARY KEY(`plan_id`, `version`, `about`, `step_id`, `of`, `value`)
);
--> statement-breakpoint
CREATE INDEX `learned_of_whole_plans` ON `learned_count` (`plan_id`,`version`,`about`) WHERE step_id = '';--> statement-breakpoint
CREATE TABLE `learned_reading` (
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`step_id` text NOT NULL,
	`reading_id` text NOT NULL,
	`row` text NOT NULL,
	`state` text NOT NULL,
	`value` real NOT NULL,
	`count` integer NOT NULL,
	`sound` integer NOT NULL,
	`in_spec` integer NOT NULL,
	`out_of_spec` integer NOT NULL,
	`too_close` integer NOT NULL,
	PRIMARY KEY(`plan_id`, `version`, `step_id`, `reading_id`, `row`, `state`, `value`)
);
--> statement-breakpoint
CREATE TABLE `lesson` (
	`trail_id` text PRIMARY KEY NOT NULL,
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`found` text,
	`trail_seq` integer NOT NULL,
	`job_seq` integer,
	`revision` integer NOT NULL,
	`lesson` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `lesson_by_finding` ON `lesson` (`plan_id`,`found`);--> statement-breakpoint
DROP INDEX `trail_by_finding`;