CREATE TABLE `blobs` (
	`hash` text PRIMARY KEY NOT NULL,
	`bytes` blob NOT NULL,
	`size` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `files` (
	`site_id` text NOT NULL,
	`path` text NOT NULL,
	`hash` text NOT NULL,
	`encoding` text,
	PRIMARY KEY(`site_id`, `path`),
	FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`hash`) REFERENCES `blobs`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `looks` (
	`id` text PRIMARY KEY NOT NULL,
	`site_id` text NOT NULL,
	`name` text NOT NULL,
	`position` integer NOT NULL,
	`hash` text NOT NULL,
	`encoding` text NOT NULL,
	FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`hash`) REFERENCES `blobs`(`hash`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `looks_site` ON `looks` (`site_id`);--> statement-breakpoint
CREATE TABLE `sites` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`folder` text DEFAULT '' NOT NULL,
	`sheet_path` text NOT NULL,
	`look_id` text NOT NULL,
	`revision` integer DEFAULT 0 NOT NULL,
	`cursor` integer DEFAULT 0 NOT NULL,
	`last_save` text DEFAULT '' NOT NULL,
	`created_at` integer NOT NULL,
	`opened_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `steps` (
	`site_id` text NOT NULL,
	`seq` integer NOT NULL,
	`step` text NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`site_id`, `seq`),
	FOREIGN KEY (`site_id`) REFERENCES `sites`(`id`) ON UPDATE no action ON DELETE cascade
);
