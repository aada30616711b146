CREATE TABLE `plan_comment` (
	`comment_id` text PRIMARY KEY NOT NULL,
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`step_id` text,
	`text` text NOT NULL,
	`by` text NOT NULL,
	`at_ms` integer NOT NULL,
	`is_done` integer DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE INDEX `plan_comment_by_plan` ON `plan_comment` (`plan_id`,`at_ms`);--> statement-breakpoint
CREATE TABLE `remark_answer` (
	`event_id` text PRIMARY KEY NOT NULL,
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`text` text NOT NULL,
	`by` text NOT NULL,
	`at_ms` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `remark_answer_by_plan` ON `remark_answer` (`plan_id`);--> statement-breakpoint
DROP INDEX `plan_version_one_draft`;--> statement-breakpoint
ALTER TABLE `plan_version` ADD `notes` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `plan_version` ADD `approved_by` text;--> statement-breakpoint
CREATE UNIQUE INDEX `plan_version_one_open` ON `plan_version` (`plan_id`) WHERE state IN ('draft', 'inReview');