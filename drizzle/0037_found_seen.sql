CREATE TABLE `found_seen` (
	`person_id` integer NOT NULL,
	`key` text NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`person_id`, `key`),
	FOREIGN KEY (`person_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;
--> statement-breakpoint
CREATE INDEX `found_seen_at` ON `found_seen` (`at`);