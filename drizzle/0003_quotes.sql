CREATE TABLE `diesel_price` (
	`area` text NOT NULL,
	`week` text NOT NULL,
	`price_e3` integer NOT NULL,
	`received_at` integer NOT NULL,
	PRIMARY KEY(`area`, `week`)
);
--> statement-breakpoint
CREATE TABLE `feed` (
	`name` text PRIMARY KEY NOT NULL,
	`read_at` integer NOT NULL,
	`rows` integer NOT NULL,
	`refused` integer NOT NULL,
	`problem` text
);
--> statement-breakpoint
CREATE TABLE `fuel_table` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`base_e3` integer NOT NULL,
	`step_e3` integer NOT NULL,
	`basis` text NOT NULL,
	`add_e4` integer NOT NULL,
	`begun_step_counts` integer DEFAULT true NOT NULL,
	CONSTRAINT "fuel_table_step" CHECK(step_e3 > 0 and add_e4 > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `fuel_table_name` ON `fuel_table` (`name`);--> statement-breakpoint
CREATE TABLE `market_average` (
	`day` text NOT NULL,
	`origin_postal` text NOT NULL,
	`dest_postal` text NOT NULL,
	`equipment` text NOT NULL,
	`miles` real NOT NULL,
	`average_minor` integer NOT NULL,
	`count` integer NOT NULL,
	`published_at` integer NOT NULL,
	`received_at` integer NOT NULL,
	PRIMARY KEY(`origin_postal`, `dest_postal`, `equipment`, `day`),
	CONSTRAINT "market_average_count" CHECK(count > 0 and average_minor > 0)
);
--> statement-breakpoint
CREATE INDEX `market_average_received` ON `market_average` (`received_at`);--> statement-breakpoint
CREATE INDEX `market_average_published` ON `market_average` (`published_at`);--> statement-breakpoint
CREATE TABLE `quote` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`customer_id` integer NOT NULL,
	`rep_id` integer NOT NULL,
	`title` text DEFAULT '' NOT NULL,
	`valid_until` text NOT NULL,
	`valid_until_at` integer NOT NULL,
	`compared_id` integer,
	`version` integer DEFAULT 0 NOT NULL,
	`sent_at` integer,
	`sent_to` text,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`rep_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`compared_id`) REFERENCES `quote`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "quote_sent" CHECK((version = 0) = (sent_at is null))
);
--> statement-breakpoint
CREATE INDEX `quote_customer` ON `quote` (`customer_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `quote_created` ON `quote` (`created_at`);--> statement-breakpoint
CREATE TABLE `quote_line` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`quote_id` integer NOT NULL,
	`position` integer NOT NULL,
	`state` text DEFAULT 'draft' NOT NULL,
	`cells` text NOT NULL,
	`problems` text NOT NULL,
	`origin_city` text DEFAULT '' NOT NULL,
	`origin_region` text DEFAULT '' NOT NULL,
	`origin_postal` text DEFAULT '' NOT NULL,
	`origin_lat` real,
	`origin_lon` real,
	`dest_city` text DEFAULT '' NOT NULL,
	`dest_region` text DEFAULT '' NOT NULL,
	`dest_postal` text DEFAULT '' NOT NULL,
	`dest_lat` real,
	`dest_lon` real,
	`equipment` text,
	`weight_lb` integer,
	`pickup_from` text,
	`pickup_to` text,
	`loads` integer,
	`commodity` text DEFAULT '' NOT NULL,
	`comment` text DEFAULT '' NOT NULL,
	`theirs_minor` integer,
	`own_price_minor` integer,
	`miles` real,
	`band_low_minor` integer,
	`band_middle_minor` integer,
	`band_high_minor` integer,
	`band_comparables` integer,
	`band_newest_at` integer,
	`band_basis` text,
	`charges` text NOT NULL,
	`line_haul_minor` integer,
	`fuel_minor` integer,
	`sell_minor` integer,
	`priced_at` integer,
	`decided_at` integer,
	`lost_why` text,
	`lost_to_minor` integer,
	FOREIGN KEY (`quote_id`) REFERENCES `quote`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "quote_line_state" CHECK(state in ('draft', 'sent', 'won', 'lost', 'lapsed')),
	CONSTRAINT "quote_line_priced" CHECK(state = 'draft' or sell_minor is not null),
	CONSTRAINT "quote_line_whole" CHECK(sell_minor is null or problems = '[]'),
	CONSTRAINT "quote_line_lost" CHECK((state = 'lost') = (lost_why is not null))
);
--> statement-breakpoint
CREATE UNIQUE INDEX `quote_line_position` ON `quote_line` (`quote_id`,`position`);--> statement-breakpoint
CREATE INDEX `quote_line_lane` ON `quote_line` (`origin_postal`,`dest_postal`,`equipment`) WHERE sell_minor is not null;--> statement-breakpoint
CREATE INDEX `quote_line_decided` ON `quote_line` (`decided_at`) WHERE decided_at is not null;--> statement-breakpoint
CREATE INDEX `quote_line_sent` ON `quote_line` (`quote_id`) WHERE state = 'sent';--> statement-breakpoint
CREATE TABLE `quote_log` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`quote_id` integer NOT NULL,
	`actor_kind` text NOT NULL,
	`actor_name` text NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	FOREIGN KEY (`quote_id`) REFERENCES `quote`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `quote_log_quote` ON `quote_log` (`quote_id`);--> statement-breakpoint
CREATE TABLE `quote_paper` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`quote_id` integer NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`message` text DEFAULT '' NOT NULL,
	`pdf` blob,
	`sent_to` text NOT NULL,
	`sent_at` integer NOT NULL,
	`delivered_at` integer,
	`problem` text,
	FOREIGN KEY (`quote_id`) REFERENCES `quote`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `quote_paper_version` ON `quote_paper` (`quote_id`,`version`);--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
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
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_outbox`("id", "key", "kind", "stream", "load_id", "payload", "state", "attempts", "next_at", "last_error") SELECT "id", "key", "kind", "stream", "load_id", "payload", "state", "attempts", "next_at", "last_error" FROM `outbox`;--> statement-breakpoint
DROP TABLE `outbox`;--> statement-breakpoint
ALTER TABLE `__new_outbox` RENAME TO `outbox`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE UNIQUE INDEX `outbox_key` ON `outbox` (`key`);--> statement-breakpoint
CREATE INDEX `outbox_due` ON `outbox` (`kind`,`next_at`) WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX `outbox_stream` ON `outbox` (`stream`) WHERE state = 'waiting';--> statement-breakpoint
ALTER TABLE `customer` ADD `prospect` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD `quote_mail` text;--> statement-breakpoint
ALTER TABLE `customer` ADD `margin_percent_e2` integer;--> statement-breakpoint
ALTER TABLE `customer` ADD `margin_floor_minor` integer;--> statement-breakpoint
ALTER TABLE `customer` ADD `margin_cap_minor` integer;--> statement-breakpoint
ALTER TABLE `customer` ADD `fuel_table_id` integer REFERENCES fuel_table(id);--> statement-breakpoint
ALTER TABLE `customer` ADD `show_miles` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `quote_line_id` integer REFERENCES quote_line(id);--> statement-breakpoint
CREATE INDEX `load_quote_line` ON `load` (`quote_line_id`) WHERE quote_line_id is not null;