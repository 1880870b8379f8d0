CREATE TABLE `chore_rules` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tub_id` integer NOT NULL,
	`preset` text,
	`change` text NOT NULL,
	`paused` integer,
	`created_at` integer NOT NULL,
	`removed_at` integer,
	FOREIGN KEY (`tub_id`) REFERENCES `tubs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `chore_rules_by_tub` ON `chore_rules` (`tub_id`);--> statement-breakpoint
CREATE TABLE `filter_sets` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`cartridges` integer DEFAULT 1 NOT NULL,
	`size` text DEFAULT '' NOT NULL,
	`bought_at` integer,
	`created_at` integer NOT NULL,
	`removed_at` integer
);
--> statement-breakpoint
CREATE TABLE `settings` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `stays` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tub_id` integer NOT NULL,
	`kind` text NOT NULL,
	`title` text NOT NULL,
	`from` integer NOT NULL,
	`to` integer NOT NULL,
	`uid` text NOT NULL,
	`created_at` integer NOT NULL,
	`removed_at` integer,
	FOREIGN KEY (`tub_id`) REFERENCES `tubs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stays_by_tub` ON `stays` (`tub_id`,`to`);--> statement-breakpoint
ALTER TABLE `planned_soaks` ADD `stay_id` integer;--> statement-breakpoint
ALTER TABLE `tubs` ADD `kind` text DEFAULT 'hard shell' NOT NULL;--> statement-breakpoint
CREATE INDEX `entries_by_kind` ON `entries` (`kind`,`tub_id`,`happened_at`);--> statement-breakpoint
CREATE INDEX `entries_by_chore` ON `entries` (`kind`,`tub_id`,`body` ->> '$.chore',`happened_at`);
