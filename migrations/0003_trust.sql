CREATE TABLE `about` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
DROP INDEX `jobs_by_stage`;--> statement-breakpoint
ALTER TABLE `jobs` ADD `machine_name` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `serial` text;--> statement-breakpoint
ALTER TABLE `jobs` ADD `seq` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `jobs_by_urgency` ON `jobs` (`closed`,"urgency" desc,"changed_at" desc);--> statement-breakpoint
CREATE INDEX `jobs_unsafe` ON `jobs` (`id`) WHERE unsafe is not null and closed = 0;--> statement-breakpoint
CREATE INDEX `jobs_by_stage` ON `jobs` (`closed`,`stage`,"urgency" desc,"changed_at" desc);--> statement-breakpoint
ALTER TABLE `entries` ADD `hash` text DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE `jobs` SET `seq` = coalesce((SELECT max(`seq`) FROM `entries` WHERE `stream_of` = 'job' AND `stream_id` = `jobs`.`id`), 0);--> statement-breakpoint
CREATE TRIGGER `entries_never_change` BEFORE UPDATE ON `entries` WHEN OLD.`hash` <> '' BEGIN SELECT raise(ABORT, 'an entry of the journal is never changed'); END;--> statement-breakpoint
CREATE TRIGGER `entries_never_go` BEFORE DELETE ON `entries` BEGIN SELECT raise(ABORT, 'an entry of the journal is never deleted'); END;--> statement-breakpoint
CREATE VIRTUAL TABLE `job_words` USING fts5(`place`, `customer`, `machine`, `serial`, `words`, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3');--> statement-breakpoint
INSERT INTO `job_words`(`rowid`, `place`, `customer`, `machine`, `serial`, `words`) SELECT `number`, `place`, `customer`, coalesce(`machine`, ''), '', coalesce(`complaint`, '') FROM `jobs`;
