CREATE TABLE `shelf` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`product` text NOT NULL,
	`strength` text DEFAULT '{}' NOT NULL,
	`counted_grams` real,
	`counted_at` integer,
	`scoop` text,
	`label` text,
	`created_at` integer NOT NULL,
	`removed_at` integer
);
--> statement-breakpoint
ALTER TABLE `tubs` ADD `choices` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `tubs` ADD `volume_set_at` integer;