ALTER TABLE `jobs` ADD `next` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `unsafe` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `urgency` integer DEFAULT 0 NOT NULL;