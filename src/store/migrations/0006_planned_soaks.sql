CREATE TABLE `planned_soaks` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tub_id` integer NOT NULL,
	`at` integer NOT NULL,
	`load` text NOT NULL,
	`created_at` integer NOT NULL,
	`removed_at` integer,
	FOREIGN KEY (`tub_id`) REFERENCES `tubs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `planned_soaks_by_tub` ON `planned_soaks` (`tub_id`,`at`);