CREATE TABLE `workshop` (
	`id` integer PRIMARY KEY NOT NULL,
	`document` text NOT NULL
);
