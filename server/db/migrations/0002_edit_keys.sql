ALTER TABLE `revisions` ADD `edit_key` text;--> statement-breakpoint
CREATE UNIQUE INDEX `revisions_by_key` ON `revisions` (`lesson_id`,`edit_key`);--> statement-breakpoint
CREATE INDEX `revisions_in_order` ON `revisions` (`lesson_id`,`revision`,`kind`,`target`);--> statement-breakpoint
ALTER TABLE `set_aside` ADD `edit_key` text;