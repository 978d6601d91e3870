CREATE TABLE `digests` (
	`lesson_id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`core_version` text NOT NULL,
	`unreadable` text,
	`view` text NOT NULL,
	`state` text NOT NULL,
	`steps` integer NOT NULL,
	`total_ms` integer NOT NULL,
	`to_mend` integer NOT NULL,
	`next` text NOT NULL,
	`why` text NOT NULL,
	`width_mm` real NOT NULL,
	`height_mm` real NOT NULL,
	`made_at` integer NOT NULL,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `pictures` (
	`lesson_id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`svg` text NOT NULL,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `lessons_by_shelf` ON `lessons` (`put_away`,`updated_at`);