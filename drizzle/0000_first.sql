CREATE TABLE `carrier` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`search` text NOT NULL,
	`mc_number` text NOT NULL,
	`dot_number` text NOT NULL,
	`mail` text NOT NULL,
	`phone` text NOT NULL,
	`home_city` text NOT NULL,
	`home_region` text NOT NULL,
	`home_lat` real NOT NULL,
	`home_lon` real NOT NULL,
	`home_cell` integer NOT NULL,
	`equipment` text NOT NULL,
	`authority_status` text NOT NULL,
	`authority_granted_on` text,
	`w9_on_file` integer DEFAULT false NOT NULL,
	`agreement_on_file` integer DEFAULT false NOT NULL,
	`do_not_use` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `carrier_mc` ON `carrier` (`mc_number`);--> statement-breakpoint
CREATE UNIQUE INDEX `carrier_dot` ON `carrier` (`dot_number`);--> statement-breakpoint
CREATE INDEX `carrier_search` ON `carrier` (`search`);--> statement-breakpoint
CREATE INDEX `carrier_mail` ON `carrier` (`mail`);--> statement-breakpoint
CREATE INDEX `carrier_home` ON `carrier` (`home_cell`);--> statement-breakpoint
CREATE TABLE `charge` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`side` text NOT NULL,
	`kind` text NOT NULL,
	`basis` text NOT NULL,
	`rate_e4` integer NOT NULL,
	`quantity` real,
	`currency` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `charge_load` ON `charge` (`load_id`);--> statement-breakpoint
CREATE TABLE `confirmation` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`version` integer NOT NULL,
	`number` text NOT NULL,
	`state` text NOT NULL,
	`terms` text NOT NULL,
	`pdf` blob,
	`issued_at` integer NOT NULL,
	`sent_at` integer,
	`sent_to` text,
	`delivered_at` integer,
	`accepted_at` integer,
	`accepted_name` text,
	`accepted_title` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `confirmation_version` ON `confirmation` (`load_id`,`version`);--> statement-breakpoint
CREATE TABLE `customer` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`search` text NOT NULL,
	`city` text DEFAULT '' NOT NULL,
	`region` text DEFAULT '' NOT NULL,
	`billing_mail` text,
	`phone` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `customer_name` ON `customer` (`search`);--> statement-breakpoint
CREATE TABLE `facility` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`search` text NOT NULL,
	`address` text NOT NULL,
	`city` text NOT NULL,
	`region` text NOT NULL,
	`country` text NOT NULL,
	`postal` text NOT NULL,
	`lat` real NOT NULL,
	`lon` real NOT NULL,
	`zone` text NOT NULL,
	`booking` text DEFAULT 'first_come' NOT NULL
);
--> statement-breakpoint
CREATE INDEX `facility_search` ON `facility` (`search`);--> statement-breakpoint
CREATE INDEX `facility_city` ON `facility` (`city`);--> statement-breakpoint
CREATE TABLE `link` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`confirmation_id` integer NOT NULL,
	`expires_at` integer NOT NULL,
	`revoked_at` integer,
	FOREIGN KEY (`confirmation_id`) REFERENCES `confirmation`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `link_confirmation` ON `link` (`confirmation_id`);--> statement-breakpoint
CREATE TABLE `load` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`number` text NOT NULL,
	`state` text NOT NULL,
	`practice` integer DEFAULT false NOT NULL,
	`customer_id` integer NOT NULL,
	`equipment` text NOT NULL,
	`length_ft` integer,
	`temp_min_f` integer,
	`temp_max_f` integer,
	`team` integer DEFAULT false NOT NULL,
	`commodity` text NOT NULL,
	`commodity_hidden` integer DEFAULT false NOT NULL,
	`weight_lb` integer NOT NULL,
	`pallets` integer,
	`freight_value_minor` integer,
	`origin_city` text NOT NULL,
	`origin_region` text NOT NULL,
	`origin_postal` text NOT NULL,
	`origin_lat` real NOT NULL,
	`origin_lon` real NOT NULL,
	`origin_cell` integer NOT NULL,
	`origin_zone` text NOT NULL,
	`dest_city` text NOT NULL,
	`dest_region` text NOT NULL,
	`dest_postal` text NOT NULL,
	`dest_lat` real NOT NULL,
	`dest_lon` real NOT NULL,
	`dest_cell` integer NOT NULL,
	`dest_zone` text NOT NULL,
	`miles` real NOT NULL,
	`hours` real NOT NULL,
	`pickup_at` integer NOT NULL,
	`pickup_by` integer NOT NULL,
	`deliver_by` integer NOT NULL,
	`sell_minor` integer DEFAULT 0 NOT NULL,
	`target_minor` integer,
	`most_minor` integer,
	`band_low_minor` integer,
	`band_middle_minor` integer,
	`band_high_minor` integer,
	`band_comparables` integer,
	`band_newest_at` integer,
	`band_basis` text,
	`carrier_id` integer,
	`pay_minor` integer,
	`delivered_on_time` integer,
	`opened_at` integer,
	`covered_at` integer,
	`created_at` integer NOT NULL,
	`rep_id` integer NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`rep_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "load_state" CHECK(state in ('draft', 'uncovered', 'covered', 'dispatched', 'in_transit', 'delivered', 'paperwork_in', 'invoiced', 'paid', 'cancelled')),
	CONSTRAINT "load_window" CHECK(pickup_by >= pickup_at),
	CONSTRAINT "load_award" CHECK((carrier_id is null) = (pay_minor is null))
);
--> statement-breakpoint
CREATE UNIQUE INDEX `load_number` ON `load` (`number`);--> statement-breakpoint
CREATE INDEX `load_open` ON `load` (`pickup_at`) WHERE state in ('draft', 'uncovered', 'covered');--> statement-breakpoint
CREATE INDEX `load_lane` ON `load` (`equipment`,`origin_cell`,`dest_cell`,`covered_at`,`practice`,`pay_minor`) WHERE pay_minor is not null and practice = 0;--> statement-breakpoint
CREATE INDEX `load_carrier` ON `load` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `load_covered` ON `load` (`covered_at`) WHERE covered_at is not null;--> statement-breakpoint
CREATE INDEX `load_customer` ON `load` (`customer_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `load_created` ON `load` (`created_at`);--> statement-breakpoint
CREATE INDEX `load_origin_city` ON `load` (`origin_city`,`created_at`);--> statement-breakpoint
CREATE TABLE `log` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`load_id` integer NOT NULL,
	`actor_kind` text NOT NULL,
	`actor_name` text NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `log_load` ON `log` (`load_id`);--> statement-breakpoint
CREATE TABLE `message` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`message_id` text NOT NULL,
	`load_id` integer,
	`carrier_id` integer,
	`sender` text NOT NULL,
	`subject` text NOT NULL,
	`text` text NOT NULL,
	`received_at` integer NOT NULL,
	`reading` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `message_id` ON `message` (`message_id`);--> statement-breakpoint
CREATE INDEX `message_load` ON `message` (`load_id`);--> statement-breakpoint
CREATE TABLE `note` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`audience` text NOT NULL,
	`text` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `note_load` ON `note` (`load_id`);--> statement-breakpoint
CREATE TABLE `offer` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`pay_minor` integer NOT NULL,
	`counter_minor` integer,
	`source` text NOT NULL,
	`state` text NOT NULL,
	`good_until` integer,
	`note` text DEFAULT '' NOT NULL,
	`received_at` integer NOT NULL,
	`external_key` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "offer_pay" CHECK(pay_minor > 0)
);
--> statement-breakpoint
CREATE INDEX `offer_load` ON `offer` (`load_id`);--> statement-breakpoint
CREATE INDEX `offer_lapsing` ON `offer` (`good_until`) WHERE state = 'open' and good_until is not null;--> statement-breakpoint
CREATE UNIQUE INDEX `offer_external` ON `offer` (`external_key`);--> statement-breakpoint
CREATE UNIQUE INDEX `offer_one_award` ON `offer` (`load_id`) WHERE state = 'awarded';--> statement-breakpoint
CREATE TABLE `outbox` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`kind` text NOT NULL,
	`stream` text NOT NULL,
	`load_id` integer NOT NULL,
	`payload` text NOT NULL,
	`state` text NOT NULL,
	`attempts` integer DEFAULT 0 NOT NULL,
	`next_at` integer NOT NULL,
	`last_error` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `outbox_key` ON `outbox` (`key`);--> statement-breakpoint
CREATE INDEX `outbox_due` ON `outbox` (`kind`,`next_at`) WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX `outbox_stream` ON `outbox` (`stream`) WHERE state = 'waiting';--> statement-breakpoint
CREATE TABLE `place` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`city` text NOT NULL,
	`region` text NOT NULL,
	`country` text NOT NULL,
	`postal` text NOT NULL,
	`lat` real NOT NULL,
	`lon` real NOT NULL,
	`zone` text NOT NULL,
	`search` text NOT NULL,
	`size` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `place_search` ON `place` (`search`);--> statement-breakpoint
CREATE INDEX `place_postal` ON `place` (`postal`);--> statement-breakpoint
CREATE TABLE `policy` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`kind` text NOT NULL,
	`insurer` text NOT NULL,
	`number` text NOT NULL,
	`limit_minor` integer NOT NULL,
	`effective_on` text NOT NULL,
	`expires_on` text NOT NULL,
	`cancelled_on` text,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `policy_carrier` ON `policy` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `posting` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`board` text NOT NULL,
	`state` text NOT NULL,
	`reference` text NOT NULL,
	`external_id` text,
	`asked_at` integer NOT NULL,
	`up_at` integer,
	`problem` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `posting_load` ON `posting` (`load_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `posting_reference` ON `posting` (`reference`);--> statement-breakpoint
CREATE TABLE `reference` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`kind` text NOT NULL,
	`value` text NOT NULL,
	`show_on` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `reference_load` ON `reference` (`load_id`);--> statement-breakpoint
CREATE INDEX `reference_value` ON `reference` (`value`);--> statement-breakpoint
CREATE TABLE `session` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`user_id` integer NOT NULL,
	`expires_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `stop` (
	`load_id` integer NOT NULL,
	`sequence` integer NOT NULL,
	`kind` text NOT NULL,
	`facility_id` integer NOT NULL,
	`earliest_local` text NOT NULL,
	`latest_local` text,
	`booking` text NOT NULL,
	PRIMARY KEY(`load_id`, `sequence`),
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`facility_id`) REFERENCES `facility`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stop_facility` ON `stop` (`facility_id`);--> statement-breakpoint
CREATE TABLE `user` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`mail` text NOT NULL,
	`name` text NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`role` text NOT NULL,
	`password_hash` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `user_mail` ON `user` (`mail`);