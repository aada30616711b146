CREATE TABLE `library_card` (
	`card_id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`place` text NOT NULL,
	`etag` text NOT NULL,
	`saved_at_ms` integer NOT NULL,
	`saved_by` text NOT NULL,
	`card` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `library_card_by_name` ON `library_card` (`name`,`card_id`);