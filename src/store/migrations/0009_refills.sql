CREATE TABLE `refills` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tub_id` integer NOT NULL,
	`mode` text NOT NULL,
	`at` integer NOT NULL,
	`zone` text NOT NULL,
	`created_at` integer NOT NULL,
	`closed_at` integer,
	FOREIGN KEY (`tub_id`) REFERENCES `tubs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `refills_by_tub` ON `refills` (`tub_id`);--> statement-breakpoint
ALTER TABLE `tubs` ADD `refill` text;