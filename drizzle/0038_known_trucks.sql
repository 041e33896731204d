CREATE TABLE `known_truck` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer,
	`said_by` text NOT NULL,
	`said_at` integer NOT NULL,
	`source` text NOT NULL,
	`state` text NOT NULL,
	`message_id` integer,
	`fact_at` integer,
	`confidence` real NOT NULL,
	`city` text NOT NULL,
	`region` text NOT NULL,
	`lat` real NOT NULL,
	`lon` real NOT NULL,
	`cell` integer NOT NULL,
	`equipment` text NOT NULL,
	`count` integer NOT NULL,
	`from_day` text NOT NULL,
	`to_day` text,
	`last_day` text NOT NULL,
	`radius_miles` integer,
	`destinations` text NOT NULL,
	`avoids` text NOT NULL,
	`length_ft` integer,
	`weight_lb` integer,
	`rate_minor` integer,
	`rate_basis` text,
	`decided_by` text,
	`decided_at` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`message_id`) REFERENCES `message`(`id`) ON UPDATE no action ON DELETE set null,
	CONSTRAINT "known_truck_count" CHECK(count between 1 and 60),
	CONSTRAINT "known_truck_days" CHECK(last_day = coalesce(to_day, from_day) and last_day >= from_day),
	CONSTRAINT "known_truck_rate" CHECK((rate_minor is null) = (rate_basis is null)),
	CONSTRAINT "known_truck_decided" CHECK((state = 'proposed') = (decided_by is null)),
	CONSTRAINT "known_truck_source" CHECK("source" in ('mail', 'phone')),
	CONSTRAINT "known_truck_state" CHECK("state" in ('proposed', 'known', 'refused', 'gone')),
	CONSTRAINT "known_truck_equipment" CHECK("equipment" in ('van', 'reefer', 'flatbed', 'step_deck', 'box_truck', 'sprinter', 'hotshot', 'power_only', 'conestoga', 'lowboy', 'tanker', 'hopper', 'container')),
	CONSTRAINT "known_truck_rate_basis" CHECK("rate_basis" in ('flat', 'per_mile'))
) STRICT;
--> statement-breakpoint
CREATE INDEX `known_truck_day` ON `known_truck` (`state`,`last_day`);--> statement-breakpoint
CREATE INDEX `known_truck_cell` ON `known_truck` (`state`,`cell`,`last_day`);--> statement-breakpoint
CREATE INDEX `known_truck_message` ON `known_truck` (`message_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `known_truck_once` ON `known_truck` (`carrier_id`,`city`,`region`,`equipment`,`from_day`) WHERE state = 'known' and carrier_id is not null;--> statement-breakpoint
CREATE TABLE `mail_facts` (
	`message_id` integer PRIMARY KEY NOT NULL,
	`facts` text NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `message`(`id`) ON UPDATE no action ON DELETE cascade
) STRICT;
