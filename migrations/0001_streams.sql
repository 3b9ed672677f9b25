CREATE TABLE `machine_revisions` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`machine` text NOT NULL,
	`revision` text NOT NULL,
	`body` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `machine_revisions_by_ref` ON `machine_revisions` (`machine`,`revision`);--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_entries` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`stream_of` text NOT NULL,
	`stream_id` text NOT NULL,
	`at` text NOT NULL,
	`by` text NOT NULL,
	`kind` text NOT NULL,
	`version` integer NOT NULL,
	`body` text NOT NULL
);
--> statement-breakpoint
INSERT INTO `__new_entries`("seq", "id", "stream_of", "stream_id", "at", "by", "kind", "version", "body") SELECT "seq", "id", 'job', "job", "at", "by", "kind", 1, "body" FROM `entries`;--> statement-breakpoint
DROP TABLE `entries`;--> statement-breakpoint
ALTER TABLE `__new_entries` RENAME TO `entries`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE UNIQUE INDEX `entries_id_unique` ON `entries` (`id`);--> statement-breakpoint
CREATE INDEX `entries_by_stream` ON `entries` (`stream_of`,`stream_id`,`seq`);