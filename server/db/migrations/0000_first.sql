CREATE TABLE `assets` (
	`file` text PRIMARY KEY NOT NULL,
	`original_name` text NOT NULL,
	`media_type` text NOT NULL,
	`bytes` integer NOT NULL,
	`added_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `lessons` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`revision` integer NOT NULL,
	`put_away` integer DEFAULT false NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `prints` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`lesson_id` text NOT NULL,
	`revision` integer NOT NULL,
	`hand_out` text NOT NULL,
	`cards` text NOT NULL,
	`printed_at` integer NOT NULL,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `prints_by_lesson` ON `prints` (`lesson_id`);--> statement-breakpoint
CREATE TABLE `revisions` (
	`lesson_id` text NOT NULL,
	`revision` integer NOT NULL,
	`kind` text NOT NULL,
	`target` integer,
	`document` text NOT NULL,
	`changes` text NOT NULL,
	`inverse` text NOT NULL,
	`made_at` integer NOT NULL,
	PRIMARY KEY(`lesson_id`, `revision`),
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `set_aside` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`lesson_id` text NOT NULL,
	`base_revision` integer NOT NULL,
	`found_revision` integer NOT NULL,
	`document` text NOT NULL,
	`changes` text NOT NULL,
	`made_at` integer NOT NULL,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `takes` (
	`lesson_id` text NOT NULL,
	`narration_key` text NOT NULL,
	`take_id` text NOT NULL,
	`narration` text NOT NULL,
	`imported_at` integer NOT NULL,
	PRIMARY KEY(`lesson_id`, `narration_key`),
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action
);
