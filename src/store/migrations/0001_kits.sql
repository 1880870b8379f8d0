CREATE TABLE `kits` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`spec` text NOT NULL,
	`errors` text NOT NULL,
	`created_at` integer NOT NULL,
	`removed_at` integer
);
