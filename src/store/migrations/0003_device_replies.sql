CREATE TABLE `device_replies` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tub_id` integer NOT NULL,
	`reply` text NOT NULL,
	`received_at` integer NOT NULL,
	FOREIGN KEY (`tub_id`) REFERENCES `tubs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `device_replies_by_tub` ON `device_replies` (`tub_id`,`received_at`);