CREATE TABLE `mail_habit` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`sender` text NOT NULL,
	`carrier_id` integer,
	`kind` text NOT NULL,
	`words` text NOT NULL,
	`meaning` text NOT NULL,
	`learnt_by` text NOT NULL,
	`learnt_at` integer NOT NULL,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "mail_habit_length" CHECK(length(words) between 1 and 40),
	CONSTRAINT "mail_habit_kind" CHECK("kind" in ('place', 'equipment'))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `mail_habit_words` ON `mail_habit` (`sender`,`kind`,`words`);--> statement-breakpoint
CREATE INDEX `mail_habit_carrier` ON `mail_habit` (`carrier_id`);