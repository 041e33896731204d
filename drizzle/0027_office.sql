CREATE TABLE `office_version` (
	`version` integer PRIMARY KEY NOT NULL,
	`office` text NOT NULL,
	`note` text NOT NULL,
	`by_name` text NOT NULL,
	`at` integer NOT NULL
) STRICT;
--> statement-breakpoint
CREATE TABLE `own_role` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`like` text NOT NULL,
	`permissions` text NOT NULL,
	CONSTRAINT "own_role_like" CHECK("like" in ('administrator', 'manager', 'rep', 'accounting', 'viewer'))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `own_role_name` ON `own_role` (`name`);--> statement-breakpoint
CREATE TABLE `password_link` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`kind` text NOT NULL,
	`expires_at` integer NOT NULL,
	`used_at` integer,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "password_link_kind" CHECK("kind" in ('invitation', 'reset'))
) STRICT;
--> statement-breakpoint
CREATE INDEX `password_link_user` ON `password_link` (`user_id`);--> statement-breakpoint
CREATE TABLE `recovery_code` (
	`hash` text PRIMARY KEY NOT NULL,
	`user_id` integer NOT NULL,
	`used_at` integer,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;
--> statement-breakpoint
CREATE INDEX `recovery_code_user` ON `recovery_code` (`user_id`);--> statement-breakpoint
CREATE TABLE `team` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `team_name` ON `team` (`name`);--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_event` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`aggregate` text NOT NULL,
	`aggregate_id` integer NOT NULL,
	`actor_kind` text NOT NULL,
	`actor_id` integer,
	`actor_version` integer,
	`actor_name` text NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	CONSTRAINT "event_person" CHECK(actor_kind <> 'person' or actor_id is not null),
	CONSTRAINT "event_aggregate" CHECK("aggregate" in ('load', 'quote', 'customer', 'carrier', 'tender', 'exchange', 'partner', 'policy', 'fuel_table', 'facility', 'office', 'person')),
	CONSTRAINT "event_actor_kind" CHECK("actor_kind" in ('person', 'carrier', 'partner', 'rule', 'board', 'system'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_event`("id", "at", "aggregate", "aggregate_id", "actor_kind", "actor_id", "actor_version", "actor_name", "kind", "data") SELECT "id", "at", "aggregate", "aggregate_id", "actor_kind", "actor_id", "actor_version", "actor_name", "kind", "data" FROM `event`;--> statement-breakpoint
DROP TABLE `event`;--> statement-breakpoint
ALTER TABLE `__new_event` RENAME TO `event`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `event_aggregate` ON `event` (`aggregate`,`aggregate_id`);--> statement-breakpoint
CREATE INDEX `event_kind` ON `event` (`kind`,`at`);--> statement-breakpoint
-- The view of all loads' words names this table: it is not asked about until the new one has its name.
PRAGMA legacy_alter_table=ON;--> statement-breakpoint
CREATE TABLE `__new_user` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`mail` text NOT NULL,
	`name` text NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`role` text NOT NULL,
	`own_role_id` integer,
	`team_id` integer,
	`password_hash` text NOT NULL,
	`invited_at` integer,
	`deactivated_at` integer,
	`totp_secret` text DEFAULT '' NOT NULL,
	`totp_step` integer DEFAULT 0 NOT NULL,
	`preferences` text DEFAULT '{"theme":"system","textSize":"usual"}' NOT NULL,
	`seen_event_id` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`own_role_id`) REFERENCES `own_role`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`team_id`) REFERENCES `team`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "user_role" CHECK("role" in ('administrator', 'manager', 'rep', 'accounting', 'viewer'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_user`("id", "mail", "name", "phone", "role", "password_hash", "seen_event_id") SELECT "id", "mail", "name", "phone", "role", "password_hash", "seen_event_id" FROM `user`;--> statement-breakpoint
-- Settings and people are an administrator's: where there was none before, the first manager becomes one.
UPDATE `__new_user` SET `role` = 'administrator' WHERE `id` = (SELECT min(`id`) FROM `__new_user` WHERE `role` = 'manager');--> statement-breakpoint
DROP TABLE `user`;--> statement-breakpoint
ALTER TABLE `__new_user` RENAME TO `user`;--> statement-breakpoint
PRAGMA legacy_alter_table=OFF;--> statement-breakpoint
CREATE UNIQUE INDEX `user_mail` ON `user` (`mail`);--> statement-breakpoint
CREATE UNIQUE INDEX `user_name` ON `user` (`name`);--> statement-breakpoint
CREATE INDEX `user_team` ON `user` (`team_id`);--> statement-breakpoint
-- It went with the old table: a rep who is renamed is found by the new name.
CREATE TRIGGER `load_words_user` AFTER UPDATE OF name ON `user` WHEN new.name IS NOT old.name BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id IN (SELECT id FROM load WHERE rep_id = new.id); END;--> statement-breakpoint
CREATE TABLE `__new_outbox` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`kind` text NOT NULL,
	`stream` text NOT NULL,
	`load_id` integer,
	`payload` text NOT NULL,
	`state` text NOT NULL,
	`attempts` integer DEFAULT 0 NOT NULL,
	`next_at` integer NOT NULL,
	`last_error` text,
	`sent_at` integer,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "outbox_kind" CHECK("kind" in ('mail', 'board', 'quote_mail', 'carrier_mail', 'invoice_mail', 'exchange', 'person_mail')),
	CONSTRAINT "outbox_state" CHECK("state" in ('waiting', 'held', 'sent', 'failed'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_outbox`("id", "key", "kind", "stream", "load_id", "payload", "state", "attempts", "next_at", "last_error", "sent_at") SELECT "id", "key", "kind", "stream", "load_id", "payload", "state", "attempts", "next_at", "last_error", "sent_at" FROM `outbox`;--> statement-breakpoint
DROP TABLE `outbox`;--> statement-breakpoint
ALTER TABLE `__new_outbox` RENAME TO `outbox`;--> statement-breakpoint
CREATE UNIQUE INDEX `outbox_key` ON `outbox` (`key`);--> statement-breakpoint
CREATE INDEX `outbox_due` ON `outbox` (`kind`,`next_at`) WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX `outbox_stream` ON `outbox` (`stream`) WHERE state in ('waiting', 'held');--> statement-breakpoint
CREATE INDEX `outbox_load` ON `outbox` (`load_id`,`kind`) WHERE load_id is not null;--> statement-breakpoint
CREATE INDEX `outbox_held` ON `outbox` (`kind`) WHERE state = 'held';--> statement-breakpoint
CREATE INDEX `outbox_sent` ON `outbox` (`sent_at`) WHERE state = 'sent';--> statement-breakpoint
ALTER TABLE `session` ADD `started_at` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `device` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `caller` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `awaits_code` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `session_user` ON `session` (`user_id`);