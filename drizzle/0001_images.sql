ALTER TABLE `blobs` ADD `width` integer;--> statement-breakpoint
ALTER TABLE `blobs` ADD `height` integer;--> statement-breakpoint
ALTER TABLE `sites` ADD `image_folder` text DEFAULT 'images' NOT NULL;