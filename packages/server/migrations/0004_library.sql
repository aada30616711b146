CREATE TABLE `plan_usage` (
	`plan_id` text NOT NULL,
	`version` integer NOT NULL,
	`how` text NOT NULL,
	`what` text NOT NULL,
	`step_id` text,
	`step_title` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `plan_usage_by_what` ON `plan_usage` (`what`,`how`);--> statement-breakpoint
CREATE INDEX `plan_usage_by_plan` ON `plan_usage` (`plan_id`,`version`);--> statement-breakpoint
ALTER TABLE `plan_version` ADD `is_block` integer DEFAULT false NOT NULL;