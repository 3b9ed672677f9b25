ALTER TABLE `jobs` ADD `proved` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `left_open` text;