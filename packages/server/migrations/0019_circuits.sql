CREATE TABLE `circuit` (
	`circuit_id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`lines` text NOT NULL,
	`component_count` integer NOT NULL,
	`wire_count` integer NOT NULL,
	`etag` text NOT NULL,
	`saved_at_ms` integer NOT NULL,
	`saved_by` text NOT NULL,
	`circuit` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `circuit_by_name` ON `circuit` (`name`,`circuit_id`);