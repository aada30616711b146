ALTER TABLE `code_sheet` ADD `is_void` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `person` ADD `former_names` text DEFAULT '[]' NOT NULL;