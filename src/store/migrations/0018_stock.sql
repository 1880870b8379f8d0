ALTER TABLE `kits` ADD `stock` text;--> statement-breakpoint
ALTER TABLE `shelf` ADD `stock` text;