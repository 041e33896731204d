CREATE TABLE `guess` (
	`key` text PRIMARY KEY NOT NULL,
	`tries` integer NOT NULL,
	`last_at` integer NOT NULL,
	`next_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `guess_last` ON `guess` (`last_at`);--> statement-breakpoint
CREATE TABLE `outbox_sequence` (
	`stream` text PRIMARY KEY NOT NULL,
	`last` integer NOT NULL
);
--> statement-breakpoint
DROP INDEX `outbox_stream`;--> statement-breakpoint
ALTER TABLE `outbox` ADD `sent_at` integer;--> statement-breakpoint
CREATE INDEX `outbox_held` ON `outbox` (`kind`) WHERE state = 'held';--> statement-breakpoint
CREATE INDEX `outbox_sent` ON `outbox` (`sent_at`) WHERE state = 'sent';--> statement-breakpoint
CREATE INDEX `outbox_stream` ON `outbox` (`stream`) WHERE state in ('waiting', 'held');--> statement-breakpoint
ALTER TABLE `session` ADD `seen_at` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `session_expires` ON `session` (`expires_at`);--> statement-breakpoint
ALTER TABLE `partner` ADD `allow_private` integer DEFAULT false NOT NULL;--> statement-breakpoint
INSERT INTO `outbox_sequence` (`stream`, `last`) SELECT `stream`, count(*) FROM `outbox` GROUP BY `stream`;--> statement-breakpoint
UPDATE `outbox` SET `sent_at` = `next_at` WHERE `state` = 'sent';
