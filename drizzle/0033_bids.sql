CREATE TABLE `bid_invite` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`project_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`state` text DEFAULT 'invited' NOT NULL,
	`sent_to` text NOT NULL,
	`sent_at` integer NOT NULL,
	`opened_at` integer,
	`reminded_at` integer,
	`answered_at` integer,
	`answers` text NOT NULL,
	`decline_reason` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `bid_project`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "bid_invite_state" CHECK("state" in ('invited', 'bid', 'declined'))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `bid_invite_carrier` ON `bid_invite` (`project_id`,`carrier_id`);--> statement-breakpoint
CREATE INDEX `bid_invite_of_carrier` ON `bid_invite` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `bid_lane` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`project_id` integer NOT NULL,
	`position` integer NOT NULL,
	`cells` text NOT NULL,
	`problems` text NOT NULL,
	`origin_city` text DEFAULT '' NOT NULL,
	`origin_region` text DEFAULT '' NOT NULL,
	`origin_postal` text DEFAULT '' NOT NULL,
	`dest_city` text DEFAULT '' NOT NULL,
	`dest_region` text DEFAULT '' NOT NULL,
	`dest_postal` text DEFAULT '' NOT NULL,
	`equipment` text,
	`weight_lb` integer,
	`loads` integer,
	`miles` real,
	`band_low_minor` integer,
	`band_middle_minor` integer,
	`band_high_minor` integer,
	`band_comparables` integer,
	`band_newest_at` integer,
	`band_basis` text,
	FOREIGN KEY (`project_id`) REFERENCES `bid_project`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "bid_lane_equipment" CHECK("equipment" in ('van', 'reefer', 'flatbed', 'step_deck', 'box_truck', 'sprinter', 'hotshot', 'power_only', 'conestoga', 'lowboy', 'tanker', 'hopper', 'container')),
	CONSTRAINT "bid_lane_band_basis" CHECK("band_basis" in ('lane', 'area', 'region', 'model'))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `bid_lane_position` ON `bid_lane` (`project_id`,`position`);--> statement-breakpoint
CREATE INDEX `bid_lane_ends` ON `bid_lane` (`origin_city`,`dest_city`,`equipment`);--> statement-breakpoint
CREATE TABLE `bid_project` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`title` text NOT NULL,
	`state` text DEFAULT 'draft' NOT NULL,
	`customer_id` integer,
	`rep_id` integer NOT NULL,
	`valid_from` text NOT NULL,
	`valid_to` text NOT NULL,
	`deadline_at` integer NOT NULL,
	`sealed` integer DEFAULT false NOT NULL,
	`requirements` text DEFAULT '' NOT NULL,
	`questions` text NOT NULL,
	`remind_hours` integer NOT NULL,
	`accept_minutes` integer NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`rep_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "bid_project_days" CHECK(valid_from <= valid_to),
	CONSTRAINT "bid_project_state" CHECK("state" in ('draft', 'open', 'closed', 'awarded', 'cancelled'))
) STRICT;
--> statement-breakpoint
CREATE INDEX `bid_project_created` ON `bid_project` (`created_at`);--> statement-breakpoint
CREATE INDEX `bid_project_deadline` ON `bid_project` (`deadline_at`) WHERE state = 'open';--> statement-breakpoint
CREATE TABLE `guide_offer` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`place_id` integer NOT NULL,
	`rank` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`price_minor` integer NOT NULL,
	`sent_to` text NOT NULL,
	`sent_at` integer NOT NULL,
	`expires_at` integer NOT NULL,
	`state` text DEFAULT 'out' NOT NULL,
	`answered_at` integer,
	`answered_by` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`place_id`) REFERENCES `guide_place`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "guide_offer_answered" CHECK((state in ('out')) = (answered_at is null)),
	CONSTRAINT "guide_offer_state" CHECK("state" in ('out', 'accepted', 'declined', 'expired', 'withdrawn'))
) STRICT;
--> statement-breakpoint
CREATE INDEX `guide_offer_load` ON `guide_offer` (`load_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `guide_offer_out` ON `guide_offer` (`load_id`) WHERE state = 'out';--> statement-breakpoint
CREATE INDEX `guide_offer_due` ON `guide_offer` (`expires_at`) WHERE state = 'out';--> statement-breakpoint
CREATE INDEX `guide_offer_place` ON `guide_offer` (`place_id`,`state`);--> statement-breakpoint
CREATE TABLE `guide_place` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`lane_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`rank` integer NOT NULL,
	`price_minor` integer NOT NULL,
	`weekly_loads` integer,
	`valid_from` text NOT NULL,
	`valid_to` text NOT NULL,
	`accept_minutes` integer NOT NULL,
	`awarded_at` integer NOT NULL,
	`ended_at` integer,
	FOREIGN KEY (`lane_id`) REFERENCES `bid_lane`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "guide_place_price" CHECK(price_minor > 0)
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `guide_place_rank` ON `guide_place` (`lane_id`,`rank`) WHERE ended_at is null;--> statement-breakpoint
CREATE UNIQUE INDEX `guide_place_carrier` ON `guide_place` (`lane_id`,`carrier_id`) WHERE ended_at is null;--> statement-breakpoint
CREATE INDEX `guide_place_of_carrier` ON `guide_place` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `guide_run` (
	`load_id` integer PRIMARY KEY NOT NULL,
	`lane_id` integer NOT NULL,
	`state` text NOT NULL,
	`last_rank` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`lane_id`) REFERENCES `bid_lane`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "guide_run_state" CHECK("state" in ('running', 'stopped', 'exhausted', 'accepted'))
) STRICT;
--> statement-breakpoint
CREATE INDEX `guide_run_going` ON `guide_run` (`state`) WHERE state in ('running', 'accepted');--> statement-breakpoint
CREATE TABLE `lane_bid` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`invite_id` integer NOT NULL,
	`lane_id` integer NOT NULL,
	`price_minor` integer NOT NULL,
	`weekly_loads` integer,
	`note` text DEFAULT '' NOT NULL,
	`received_at` integer NOT NULL,
	FOREIGN KEY (`invite_id`) REFERENCES `bid_invite`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`lane_id`) REFERENCES `bid_lane`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "lane_bid_price" CHECK(price_minor > 0)
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `lane_bid_lane` ON `lane_bid` (`lane_id`,`invite_id`);--> statement-breakpoint
CREATE INDEX `lane_bid_invite` ON `lane_bid` (`invite_id`);--> statement-breakpoint
CREATE INDEX `lane_bid_received` ON `lane_bid` (`received_at`);--> statement-breakpoint
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
	CONSTRAINT "event_aggregate" CHECK("aggregate" in ('load', 'quote', 'customer', 'carrier', 'tender', 'exchange', 'partner', 'policy', 'fuel_table', 'facility', 'office', 'person', 'bid_project')),
	CONSTRAINT "event_actor_kind" CHECK("actor_kind" in ('person', 'carrier', 'partner', 'rule', 'board', 'system'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_event`("id", "at", "aggregate", "aggregate_id", "actor_kind", "actor_id", "actor_version", "actor_name", "kind", "data") SELECT "id", "at", "aggregate", "aggregate_id", "actor_kind", "actor_id", "actor_version", "actor_name", "kind", "data" FROM `event`;--> statement-breakpoint
DROP TABLE `event`;--> statement-breakpoint
ALTER TABLE `__new_event` RENAME TO `event`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `event_aggregate` ON `event` (`aggregate`,`aggregate_id`);--> statement-breakpoint
CREATE INDEX `event_kind` ON `event` (`kind`,`at`);