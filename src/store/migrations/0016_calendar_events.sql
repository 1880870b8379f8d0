CREATE TABLE `calendar_events` (
	`uid` text PRIMARY KEY NOT NULL,
	`told` text NOT NULL,
	`sequence` integer DEFAULT 0 NOT NULL,
	`changed_at` integer NOT NULL
);
