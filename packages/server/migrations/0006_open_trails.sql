PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_trail` (
	`trail_id` text PRIMARY KEY NOT NULL,
	`job_id` text,
	`plan_id` text,
	`plan_version` integer,
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
INSERT INTO `__new_trail`("trail_id", "job_id", "plan_id", "plan_version", "plan_title", "fleet_number", "complaint", "opened_at_ms", "opened_by", "last_event_at_ms", "concluded_with", "at_step") SELECT "trail_id", "job_id", "plan_id", "plan_version", "plan_title", "fleet_number", "complaint", "opened_at_ms", "opened_by", "last_event_at_ms", "concluded_with", "at_step" FROM `trail`;--> statement-breakpoint
DROP TABLE `trail`;--> statement-breakpoint
ALTER TABLE `__new_trail` RENAME TO `trail`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `trail_by_last_event` ON `trail` (`last_event_at_ms`);--> statement-breakpoint
CREATE INDEX `trail_by_job` ON `trail` (`job_id`,`opened_at_ms`);--> statement-breakpoint
CREATE INDEX `trail_by_finding` ON `trail` (`plan_id`,`concluded_with`);