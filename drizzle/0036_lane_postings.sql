CREATE TABLE `lane_posting` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`lane_id` integer NOT NULL,
	`board` text NOT NULL,
	`reference` text NOT NULL,
	`external_id` text,
	`state` text NOT NULL,
	`asked_at` integer NOT NULL,
	FOREIGN KEY (`lane_id`) REFERENCES `bid_lane`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "lane_posting_state" CHECK("state" in ('asked', 'up', 'removal_asked', 'down', 'refused'))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `lane_posting_reference` ON `lane_posting` (`reference`);--> statement-breakpoint
CREATE UNIQUE INDEX `lane_posting_out` ON `lane_posting` (`lane_id`,`board`) WHERE state in ('asked', 'up');--> statement-breakpoint
CREATE INDEX `lane_posting_board` ON `lane_posting` (`board`) WHERE state <> 'refused';