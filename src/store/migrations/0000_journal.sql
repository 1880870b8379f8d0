CREATE TABLE `entries` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tub_id` integer NOT NULL,
	`kind` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`happened_at` integer NOT NULL,
	`recorded_at` integer NOT NULL,
	`body` text NOT NULL,
	`replaces_id` integer,
	`undone_at` integer,
	`deleted_at` integer,
	FOREIGN KEY (`tub_id`) REFERENCES `tubs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`replaces_id`) REFERENCES `entries`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `entries_by_tub` ON `entries` (`tub_id`,`happened_at`);--> statement-breakpoint
CREATE INDEX `entries_by_replaced` ON `entries` (`replaces_id`);--> statement-breakpoint
CREATE TABLE `tubs` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`place` text NOT NULL,
	`volume_litres` real NOT NULL,
	`volume_basis` text NOT NULL,
	`programme` text NOT NULL,
	`preset` text NOT NULL,
	`targets` text NOT NULL,
	`fill_water` text NOT NULL,
	`set_temperature_celsius` real NOT NULL,
	`units` text NOT NULL,
	`created_at` integer NOT NULL
);
