CREATE TABLE `load_link` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`label` text DEFAULT '' NOT NULL,
	`url` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;
--> statement-breakpoint
CREATE INDEX `load_link_load` ON `load_link` (`load_id`);--> statement-breakpoint
CREATE TABLE `rep_share` (
	`load_id` integer NOT NULL,
	`user_id` integer NOT NULL,
	`share_percent` integer NOT NULL,
	PRIMARY KEY(`load_id`, `user_id`),
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "rep_share_percent" CHECK(share_percent between 1 and 100)
) STRICT;
--> statement-breakpoint
CREATE INDEX `rep_share_user` ON `rep_share` (`user_id`);--> statement-breakpoint
ALTER TABLE `load` ADD `un_number` text;--> statement-breakpoint
ALTER TABLE `load` ADD `partial` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `pieces` integer;--> statement-breakpoint
ALTER TABLE `load` ADD `piece_unit` text DEFAULT 'piece' NOT NULL CONSTRAINT "load_piece_unit" CHECK("piece_unit" in ('piece', 'box', 'crate', 'drum', 'tote', 'bag', 'roll', 'coil', 'bundle', 'skid'));--> statement-breakpoint
ALTER TABLE `load` ADD `piece_size_in` text;--> statement-breakpoint
ALTER TABLE `load` ADD `stackable` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `payer_id` integer REFERENCES `customer`(`id`);--> statement-breakpoint
ALTER TABLE `load` ADD `customs_broker` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `customs_broker_phone` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `dispatcher_id` integer REFERENCES `user`(`id`);--> statement-breakpoint
ALTER TABLE `reference` ADD `name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `reference` ADD `stop_sequence` integer;--> statement-breakpoint
ALTER TABLE `stop` ADD `access` text DEFAULT 'dock' NOT NULL CONSTRAINT "stop_access" CHECK("access" in ('dock', 'liftgate'));--> statement-breakpoint
ALTER TABLE `stop` ADD `contact_name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `stop` ADD `contact_phone` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `stop` ADD `driver_note` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `stop` ADD `pieces` integer;--> statement-breakpoint
ALTER TABLE `stop` ADD `weight_lb` integer;--> statement-breakpoint
ALTER TABLE `charge` RENAME COLUMN `paid_on` TO `day`;
