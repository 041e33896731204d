CREATE TABLE `kept_form` (
	`user_id` integer NOT NULL,
	`form` text NOT NULL,
	`fields` text NOT NULL,
	`kept_at` integer NOT NULL,
	PRIMARY KEY(`user_id`, `form`),
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;
--> statement-breakpoint
CREATE INDEX `kept_form_kept` ON `kept_form` (`kept_at`);--> statement-breakpoint
CREATE TABLE `unfinished_load` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`title` text NOT NULL,
	`fields` text NOT NULL,
	`kept_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;
--> statement-breakpoint
CREATE INDEX `unfinished_load_kept` ON `unfinished_load` (`kept_at`);--> statement-breakpoint
CREATE TABLE `customer_contact` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`customer_id` integer NOT NULL,
	`name` text NOT NULL,
	`role` text DEFAULT '' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`mail` text DEFAULT '' NOT NULL,
	`receives` text DEFAULT '[]' NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;
--> statement-breakpoint
CREATE INDEX `customer_contact_customer` ON `customer_contact` (`customer_id`);--> statement-breakpoint
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
	CONSTRAINT "event_aggregate" CHECK("aggregate" in ('load', 'quote', 'customer', 'carrier', 'tender', 'exchange', 'partner', 'policy', 'fuel_table', 'facility')),
	CONSTRAINT "event_actor_kind" CHECK("actor_kind" in ('person', 'carrier', 'partner', 'rule', 'board', 'system'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_event`("id", "at", "aggregate", "aggregate_id", "actor_kind", "actor_id", "actor_version", "actor_name", "kind", "data") SELECT "id", "at", "aggregate", "aggregate_id", "actor_kind", "actor_id", "actor_version", "actor_name", "kind", "data" FROM `event`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_event';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_event', seq FROM sqlite_sequence WHERE name = 'event';--> statement-breakpoint
DROP TABLE `event`;--> statement-breakpoint
ALTER TABLE `__new_event` RENAME TO `event`;--> statement-breakpoint
CREATE INDEX `event_aggregate` ON `event` (`aggregate`,`aggregate_id`);--> statement-breakpoint
CREATE INDEX `event_kind` ON `event` (`kind`,`at`);--> statement-breakpoint
CREATE TABLE `__new_list_columns` (
	`user_id` integer NOT NULL,
	`list` text NOT NULL,
	`columns` text NOT NULL,
	PRIMARY KEY(`user_id`, `list`),
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "list_columns_list" CHECK("list" in ('loads', 'quotes', 'carriers', 'customers', 'facilities'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_list_columns`("user_id", "list", "columns") SELECT "user_id", "list", "columns" FROM `list_columns`;--> statement-breakpoint
DROP TABLE `list_columns`;--> statement-breakpoint
ALTER TABLE `__new_list_columns` RENAME TO `list_columns`;--> statement-breakpoint
CREATE TABLE `__new_saved_view` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`list` text NOT NULL,
	`name` text NOT NULL,
	`query` text NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "saved_view_list" CHECK("list" in ('loads', 'quotes', 'carriers', 'customers', 'facilities'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_saved_view`("id", "user_id", "list", "name", "query") SELECT "id", "user_id", "list", "name", "query" FROM `saved_view`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_saved_view';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_saved_view', seq FROM sqlite_sequence WHERE name = 'saved_view';--> statement-breakpoint
DROP TABLE `saved_view`;--> statement-breakpoint
ALTER TABLE `__new_saved_view` RENAME TO `saved_view`;--> statement-breakpoint
CREATE UNIQUE INDEX `saved_view_name` ON `saved_view` (`user_id`,`list`,`name`);--> statement-breakpoint
ALTER TABLE `offer` ADD `person` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `offer` ADD `phone` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD `note` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD `wanted_numbers` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD `pays_in_days` integer;--> statement-breakpoint
ALTER TABLE `facility` ADD `opens` text;--> statement-breakpoint
ALTER TABLE `facility` ADD `closes` text;--> statement-breakpoint
ALTER TABLE `facility` ADD `phone` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `facility` ADD `dock_note` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `user` ADD `seen_event_id` integer DEFAULT 0 NOT NULL;