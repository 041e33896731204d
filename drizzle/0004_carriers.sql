CREATE TABLE `carrier_change` (
	`id` integer PRIMARY KEY NOT NULL,
	`count` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `carrier_link` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`purpose` text NOT NULL,
	`kinds` text NOT NULL,
	`sent_to` text NOT NULL,
	`asked_by` text NOT NULL,
	`asked_at` integer NOT NULL,
	`expires_at` integer NOT NULL,
	`revoked_at` integer,
	`used_at` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `carrier_link_carrier` ON `carrier_link` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `carrier_log` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`actor_kind` text NOT NULL,
	`actor_name` text NOT NULL,
	`kind` text NOT NULL,
	`data` text NOT NULL,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `carrier_log_carrier` ON `carrier_log` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `carrier_log_kind` ON `carrier_log` (`kind`,`at`);--> statement-breakpoint
CREATE TABLE `contact` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`name` text NOT NULL,
	`role` text NOT NULL,
	`mail` text,
	`phone` text,
	`added_at` integer NOT NULL,
	`added_by` text NOT NULL,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "contact_reach" CHECK(mail is not null or phone is not null)
);
--> statement-breakpoint
CREATE INDEX `contact_carrier` ON `contact` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `fact` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`field` text NOT NULL,
	`value` text NOT NULL,
	`source` text NOT NULL,
	`by_name` text,
	`seen_at` integer NOT NULL,
	`ended_at` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `fact_carrier` ON `fact` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `fact_seen` ON `fact` (`seen_at`);--> statement-breakpoint
CREATE UNIQUE INDEX `fact_current` ON `fact` (`carrier_id`,`field`,`source`) WHERE ended_at is null;--> statement-breakpoint
CREATE TABLE `gate_alert` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`reasons` text NOT NULL,
	`raised_at` integer NOT NULL,
	`ended_at` integer,
	`ended_how` text,
	`ended_by` text,
	`because` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `gate_alert_open` ON `gate_alert` (`load_id`,`carrier_id`) WHERE ended_at is null;--> statement-breakpoint
CREATE TABLE `gate_override` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`stage` text NOT NULL,
	`reasons` text NOT NULL,
	`because` text NOT NULL,
	`by_name` text NOT NULL,
	`at` integer NOT NULL,
	`policy_version` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `gate_override_load` ON `gate_override` (`load_id`);--> statement-breakpoint
CREATE TABLE `load_mark` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`mark` text NOT NULL,
	`by_name` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `load_mark_carrier` ON `load_mark` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `paper` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`kind` text NOT NULL,
	`state` text NOT NULL,
	`file_name` text NOT NULL,
	`type` text,
	`size` integer DEFAULT 0 NOT NULL,
	`stored_as` text,
	`expires_on` text,
	`received_at` integer NOT NULL,
	`received_from` text NOT NULL,
	`checked_at` integer,
	`checked_by` text,
	`refused_because` text,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "paper_checked" CHECK((state = 'checked') = (checked_at is not null))
);
--> statement-breakpoint
CREATE INDEX `paper_carrier` ON `paper` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `paper_waiting` ON `paper` (`received_at`) WHERE state = 'waiting';--> statement-breakpoint
CREATE TABLE `payee` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`kind` text NOT NULL,
	`name` text NOT NULL,
	`bank_name` text NOT NULL,
	`routing` text NOT NULL,
	`account_end` text NOT NULL,
	`account_sealed` text NOT NULL,
	`account_key` text NOT NULL,
	`state` text NOT NULL,
	`asked_by` text NOT NULL,
	`asked_at` integer NOT NULL,
	`decided_by` text,
	`decided_at` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "payee_two_people" CHECK(decided_by is null or state = 'replaced' or decided_by <> asked_by)
);
--> statement-breakpoint
CREATE INDEX `payee_carrier` ON `payee` (`carrier_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `payee_current` ON `payee` (`carrier_id`) WHERE state = 'approved';--> statement-breakpoint
CREATE UNIQUE INDEX `payee_waiting` ON `payee` (`carrier_id`) WHERE state = 'waiting';--> statement-breakpoint
CREATE TABLE `saved_view` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`name` text NOT NULL,
	`query` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `saved_view_name` ON `saved_view` (`user_id`,`name`);--> statement-breakpoint
CREATE TABLE `vetting_policy` (
	`version` integer PRIMARY KEY NOT NULL,
	`policy` text NOT NULL,
	`note` text NOT NULL,
	`by_name` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `link_fact` (
	`kind` text NOT NULL,
	`key` text NOT NULL,
	`dot_number` text NOT NULL,
	`words` text NOT NULL,
	PRIMARY KEY(`kind`, `key`, `dot_number`)
);
--> statement-breakpoint
CREATE INDEX `link_fact_carrier` ON `link_fact` (`dot_number`);--> statement-breakpoint
CREATE TABLE `register_feed` (
	`id` integer PRIMARY KEY NOT NULL,
	`sequence` integer NOT NULL,
	`current_at` integer,
	`tried_at` integer NOT NULL,
	`problem` text,
	`refused` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE `register_record` (
	`dot_number` text PRIMARY KEY NOT NULL,
	`mc_number` text,
	`name` text NOT NULL,
	`search` text NOT NULL,
	`city` text NOT NULL,
	`region` text NOT NULL,
	`may_carry` integer DEFAULT false NOT NULL,
	`closed_on` text,
	`record` text NOT NULL,
	`changed_at` integer NOT NULL,
	`confirmed_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `register_mc` ON `register_record` (`mc_number`);--> statement-breakpoint
CREATE INDEX `register_search` ON `register_record` (`search`);--> statement-breakpoint
DROP INDEX `load_carrier`;--> statement-breakpoint
ALTER TABLE `load` ADD `hazmat` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `driver_name` text;--> statement-breakpoint
ALTER TABLE `load` ADD `driver_phone` text;--> statement-breakpoint
ALTER TABLE `load` ADD `truck_number` text;--> statement-breakpoint
CREATE INDEX `load_driver` ON `load` (`driver_phone`) WHERE driver_phone is not null;--> statement-breakpoint
CREATE INDEX `load_truck` ON `load` (`truck_number`) WHERE truck_number is not null;--> statement-breakpoint
CREATE INDEX `load_carrier` ON `load` (`carrier_id`,`pickup_at`);--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_carrier` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`search` text NOT NULL,
	`mc_number` text,
	`dot_number` text NOT NULL,
	`mail` text NOT NULL,
	`phone` text NOT NULL,
	`home_city` text NOT NULL,
	`home_region` text NOT NULL,
	`home_lat` real NOT NULL,
	`home_lon` real NOT NULL,
	`home_cell` integer NOT NULL,
	`equipment` text NOT NULL,
	`trailers` text DEFAULT '{}' NOT NULL,
	`preferred` text DEFAULT '[]' NOT NULL,
	`power_units` integer,
	`authority_status` text NOT NULL,
	`authority_granted_on` text,
	`w9_on_file` integer DEFAULT false NOT NULL,
	`agreement_on_file` integer DEFAULT false NOT NULL,
	`do_not_use` text,
	`do_not_use_by` text,
	`do_not_use_at` integer,
	`do_not_use_lift` text,
	`contact_changed_at` integer,
	`added_at` integer DEFAULT 0 NOT NULL,
	`added_by` text DEFAULT '' NOT NULL,
	`verdict` text,
	`reasons` text DEFAULT '[]' NOT NULL,
	`vetted_at` integer,
	`last_load_at` integer
);
--> statement-breakpoint
INSERT INTO `__new_carrier`("id", "name", "search", "mc_number", "dot_number", "mail", "phone", "home_city", "home_region", "home_lat", "home_lon", "home_cell", "equipment", "trailers", "preferred", "power_units", "authority_status", "authority_granted_on", "w9_on_file", "agreement_on_file", "do_not_use", "do_not_use_by", "do_not_use_at", "do_not_use_lift", "contact_changed_at", "added_at", "added_by", "verdict", "reasons", "vetted_at", "last_load_at") SELECT "id", "name", "search", "mc_number", "dot_number", "mail", "phone", "home_city", "home_region", "home_lat", "home_lon", "home_cell", "equipment", '{}', '[]', null, "authority_status", "authority_granted_on", "w9_on_file", "agreement_on_file", "do_not_use", null, null, null, null, 0, '', null, '[]', null, null FROM `carrier`;--> statement-breakpoint
DROP TABLE `carrier`;--> statement-breakpoint
ALTER TABLE `__new_carrier` RENAME TO `carrier`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE UNIQUE INDEX `carrier_mc` ON `carrier` (`mc_number`);--> statement-breakpoint
CREATE UNIQUE INDEX `carrier_dot` ON `carrier` (`dot_number`);--> statement-breakpoint
CREATE INDEX `carrier_search` ON `carrier` (`search`);--> statement-breakpoint
CREATE INDEX `carrier_mail` ON `carrier` (`mail`);--> statement-breakpoint
CREATE INDEX `carrier_home` ON `carrier` (`home_cell`);--> statement-breakpoint
CREATE INDEX `carrier_verdict` ON `carrier` (`verdict`,`search`);--> statement-breakpoint
CREATE INDEX `carrier_region` ON `carrier` (`home_region`,`search`);--> statement-breakpoint
CREATE TABLE `__new_policy` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`kind` text NOT NULL,
	`insurer` text NOT NULL,
	`number` text NOT NULL,
	`insured_name` text,
	`limit_minor` integer NOT NULL,
	`effective_on` text NOT NULL,
	`expires_on` text NOT NULL,
	`cancelled_on` text,
	`paper_id` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `paper`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "policy_days" CHECK(expires_on >= effective_on)
);
--> statement-breakpoint
INSERT INTO `__new_policy`("id", "carrier_id", "kind", "insurer", "number", "insured_name", "limit_minor", "effective_on", "expires_on", "cancelled_on", "paper_id") SELECT "id", "carrier_id", "kind", "insurer", "number", null, "limit_minor", "effective_on", "expires_on", "cancelled_on", null FROM `policy`;--> statement-breakpoint
DROP TABLE `policy`;--> statement-breakpoint
ALTER TABLE `__new_policy` RENAME TO `policy`;--> statement-breakpoint
CREATE INDEX `policy_carrier` ON `policy` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `offer_carrier` ON `offer` (`carrier_id`,`state`);