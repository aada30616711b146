CREATE TABLE `instrument` (
	`instrument_id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`functions` text NOT NULL,
	`calibration_due_at_ms` integer,
	`is_retired` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `remark` (
	`event_id` text PRIMARY KEY NOT NULL,
	`trail_id` text NOT NULL,
	`plan_id` text NOT NULL,
	`plan_version` integer NOT NULL,
	`step_id` text NOT NULL,
	`about` text NOT NULL,
	`text` text NOT NULL,
	`at_ms` integer NOT NULL,
	`by` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `remark_by_plan` ON `remark` (`plan_id`,`at_ms`);--> statement-breakpoint
ALTER TABLE `plan_version` ADD `offline` integer DEFAULT false NOT NULL;