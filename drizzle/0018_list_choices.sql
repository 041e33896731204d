CREATE TABLE `list_columns` (
	`user_id` integer NOT NULL,
	`list` text NOT NULL,
	`columns` text NOT NULL,
	PRIMARY KEY(`user_id`, `list`),
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "list_columns_list" CHECK("list" in ('loads', 'quotes', 'carriers'))
) STRICT;--> statement-breakpoint
CREATE TABLE `__new_saved_view` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`list` text NOT NULL,
	`name` text NOT NULL,
	`query` text NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "saved_view_list" CHECK("list" in ('loads', 'quotes', 'carriers'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_saved_view`("id", "user_id", "list", "name", "query") SELECT "id", "user_id", 'carriers', "name", "query" FROM `saved_view`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_saved_view';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_saved_view', seq FROM sqlite_sequence WHERE name = 'saved_view';--> statement-breakpoint
DROP TABLE `saved_view`;--> statement-breakpoint
ALTER TABLE `__new_saved_view` RENAME TO `saved_view`;--> statement-breakpoint
CREATE UNIQUE INDEX `saved_view_name` ON `saved_view` (`user_id`,`list`,`name`);--> statement-breakpoint
CREATE INDEX `load_pickup` ON `load` (`pickup_at`);--> statement-breakpoint
CREATE INDEX `load_on_the_way` ON `load` (`pickup_at`) WHERE state in ('dispatched', 'in_transit');--> statement-breakpoint
CREATE INDEX `load_rep` ON `load` (`rep_id`,`created_at`);