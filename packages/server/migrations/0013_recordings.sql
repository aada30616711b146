CREATE TABLE `recording` (
	`recording_id` text NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`started_at_ms` integer NOT NULL,
	`length_ms` integer NOT NULL,
	`channels` text NOT NULL,
	`mark_count` integer NOT NULL,
	`byte_count` integer NOT NULL,
	`added_by` text NOT NULL,
	PRIMARY KEY(`job_id`, `recording_id`)
);
--> statement-breakpoint
CREATE INDEX `recording_by_id` ON `recording` (`recording_id`);