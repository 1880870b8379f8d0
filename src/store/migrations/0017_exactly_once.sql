CREATE TABLE `posts` (
	`key` text PRIMARY KEY NOT NULL,
	`digest` text NOT NULL,
	`answer` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `posts_by_time` ON `posts` (`at`);--> statement-breakpoint
ALTER TABLE `entries` ADD `changed` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `entries_by_change` ON `entries` (`tub_id`,`changed`);--> statement-breakpoint
UPDATE entries SET changed = ranked.place FROM (SELECT id, row_number() OVER (PARTITION BY tub_id ORDER BY max(recorded_at, coalesce(deleted_at, 0), coalesce(undone_at, 0)), id) AS place FROM entries) AS ranked WHERE ranked.id = entries.id;
