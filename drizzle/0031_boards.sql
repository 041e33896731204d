CREATE TABLE `board` (
	`name` text PRIMARY KEY NOT NULL,
	`is_on` integer DEFAULT false NOT NULL,
	`address` text NOT NULL,
	`account` text DEFAULT '' NOT NULL,
	`secret` text DEFAULT '' NOT NULL,
	`callback_secret` text DEFAULT '' NOT NULL,
	`refresh_minutes` integer,
	`changed_by` text NOT NULL,
	`changed_at` integer NOT NULL,
	`tested_at` integer,
	`tested_well` integer,
	`test_words` text DEFAULT '' NOT NULL,
	`compared_at` integer,
	`problem` text,
	`replies_read` integer DEFAULT 0 NOT NULL,
	CONSTRAINT "board_refresh" CHECK(refresh_minutes is null or refresh_minutes >= 15)
) STRICT;
--> statement-breakpoint
CREATE TABLE `posting_terms` (
	`load_id` integer PRIMARY KEY NOT NULL,
	`terms` text NOT NULL,
	`boards` text NOT NULL,
	`changed_at` integer NOT NULL,
	`changed_by` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;
--> statement-breakpoint
CREATE TABLE `saved_search` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`person_id` integer NOT NULL,
	`name` text NOT NULL,
	`line` text NOT NULL,
	`kind` text NOT NULL,
	`has_sound` integer DEFAULT false NOT NULL,
	`seen_at` integer NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "saved_search_kind" CHECK("kind" in ('truck', 'load'))
) STRICT;
--> statement-breakpoint
CREATE INDEX `saved_search_person` ON `saved_search` (`person_id`);--> statement-breakpoint
CREATE TABLE `work_note` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`state` text NOT NULL,
	`words` text DEFAULT '' NOT NULL,
	`found` text NOT NULL,
	`person_id` integer NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "work_note_words" CHECK(length(words) <= 200),
	CONSTRAINT "work_note_state" CHECK("state" in ('called', 'no_answer', 'too_dear', 'booked', 'hidden'))
) STRICT;
--> statement-breakpoint
CREATE INDEX `work_note_key` ON `work_note` (`key`,`id`);--> statement-breakpoint
CREATE INDEX `work_note_at` ON `work_note` (`at`);--> statement-breakpoint
INSERT INTO `board` (`name`, `is_on`, `address`, `secret`, `callback_secret`, `refresh_minutes`, `changed_by`, `changed_at`, `tested_at`, `tested_well`, `test_words`) SELECT 'Saltlick', "is_on", "address", "secret", "callback_secret", 60, "changed_by", "changed_at", "tested_at", "tested_well", "test_words" FROM `connection` WHERE "kind" = 'board';--> statement-breakpoint
CREATE TABLE `__new_connection` (
	`kind` text PRIMARY KEY NOT NULL,
	`is_on` integer DEFAULT false NOT NULL,
	`address` text NOT NULL,
	`port` integer,
	`tls` text,
	`user` text DEFAULT '' NOT NULL,
	`secret` text DEFAULT '' NOT NULL,
	`changed_by` text NOT NULL,
	`changed_at` integer NOT NULL,
	`tested_at` integer,
	`tested_well` integer,
	`test_words` text DEFAULT '' NOT NULL,
	CONSTRAINT "connection_kind" CHECK("kind" in ('mail_out', 'register', 'market')),
	CONSTRAINT "connection_tls" CHECK("tls" in ('offered', 'required'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_connection`("kind", "is_on", "address", "port", "tls", "user", "secret", "changed_by", "changed_at", "tested_at", "tested_well", "test_words") SELECT "kind", "is_on", "address", "port", "tls", "user", "secret", "changed_by", "changed_at", "tested_at", "tested_well", "test_words" FROM `connection` WHERE "kind" <> 'board';--> statement-breakpoint
DROP TABLE `connection`;--> statement-breakpoint
ALTER TABLE `__new_connection` RENAME TO `connection`;--> statement-breakpoint
ALTER TABLE `posting` ADD `refreshes` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `posting` ADD `seen_at` integer;--> statement-breakpoint
ALTER TABLE `posting` ADD `views` integer;--> statement-breakpoint
CREATE INDEX `posting_out` ON `posting` (`board`,`state`) WHERE state in ('asked', 'up', 'removal_asked');