CREATE TABLE `saves` (
	`site_id` text NOT NULL,
	`revision` integer NOT NULL,
	`save_id` text NOT NULL,
	`operations` text NOT NULL,
	PRIMARY KEY(`site_id`, `revision`),
	FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `saves_id` ON `saves` (`site_id`,`save_id`);--> statement-breakpoint
CREATE TABLE `step_blobs` (
	`site_id` text NOT NULL,
	`seq` integer NOT NULL,
	`hash` text NOT NULL,
	PRIMARY KEY(`site_id`, `seq`, `hash`),
	FOREIGN KEY (`site_id`,`seq`) REFERENCES `steps`(`site_id`,`seq`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `step_blobs_hash` ON `step_blobs` (`hash`);--> statement-breakpoint
CREATE INDEX `files_hash` ON `files` (`hash`);--> statement-breakpoint
CREATE INDEX `looks_hash` ON `looks` (`hash`);--> statement-breakpoint
ALTER TABLE `sites` DROP COLUMN `last_save`;--> statement-breakpoint
INSERT OR IGNORE INTO `step_blobs` (`site_id`, `seq`, `hash`)
	SELECT s.`site_id`, s.`seq`, json_extract(f.value, '$.before') FROM `steps` s, json_each(s.`step`, '$.files') f
	WHERE json_extract(f.value, '$.before') IS NOT NULL
	UNION SELECT s.`site_id`, s.`seq`, json_extract(f.value, '$.after') FROM `steps` s, json_each(s.`step`, '$.files') f
	WHERE json_extract(f.value, '$.after') IS NOT NULL;
