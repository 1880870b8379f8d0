ALTER TABLE `entries` ADD `written` integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
UPDATE `entries` SET `written` = `changed`;
