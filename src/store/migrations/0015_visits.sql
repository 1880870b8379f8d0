CREATE TABLE `visits` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tubs` text NOT NULL,
	`asked` text NOT NULL,
	`decisions` text NOT NULL,
	`started_at` integer NOT NULL,
	`changed_at` integer NOT NULL,
	`ended_at` integer
);
