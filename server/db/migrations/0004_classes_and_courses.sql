CREATE TABLE `classes_taught` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`lesson_id` text NOT NULL,
	`revision` integer,
	`class_key` text NOT NULL,
	`day` text NOT NULL,
	`age_band` text NOT NULL,
	`taught` text NOT NULL,
	`taken_out_at` integer,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `classes_by_key` ON `classes_taught` (`lesson_id`,`class_key`);--> statement-breakpoint
CREATE INDEX `classes_by_age` ON `classes_taught` (`age_band`,`taken_out_at`);--> statement-breakpoint
CREATE TABLE `course_states` (
	`course_id` integer NOT NULL,
	`state` integer NOT NULL,
	`course` text NOT NULL,
	`made_at` integer NOT NULL,
	PRIMARY KEY(`course_id`, `state`),
	FOREIGN KEY (`course_id`) REFERENCES `courses`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `courses` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`state` integer NOT NULL,
	`put_away` integer DEFAULT false NOT NULL
);
