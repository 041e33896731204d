CREATE TABLE `guess` (
	`key` text PRIMARY KEY NOT NULL,
	`tries` integer NOT NULL,
	`last_at` integer NOT NULL,
	`next_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `guess_last` ON `guess` (`last_at`);--> statement-breakpoint
CREATE TABLE `exchange_rate` (
	`day` text NOT NULL,
	`from_currency` text NOT NULL,
	`to_currency` text NOT NULL,
	`rate_e6` integer NOT NULL,
	`source` text NOT NULL,
	`received_at` integer NOT NULL,
	PRIMARY KEY(`from_currency`, `to_currency`, `day`),
	CONSTRAINT "exchange_rate_positive" CHECK(rate_e6 > 0)
);
--> statement-breakpoint
CREATE TABLE `proposal` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`carrier_id` integer,
	`source` text NOT NULL,
	`sender` text NOT NULL,
	`readings` text NOT NULL,
	`signs` text NOT NULL,
	`text` text NOT NULL,
	`count` integer DEFAULT 1 NOT NULL,
	`state` text DEFAULT 'waiting' NOT NULL,
	`received_at` integer NOT NULL,
	`decided_at` integer,
	`decided_by` text,
	`external_key` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "proposal_decided" CHECK((state = 'waiting') = (decided_at is null))
);
--> statement-breakpoint
CREATE INDEX `proposal_load` ON `proposal` (`load_id`,`state`);--> statement-breakpoint
CREATE UNIQUE INDEX `proposal_external` ON `proposal` (`external_key`);--> statement-breakpoint
CREATE TABLE `outbox_sequence` (
	`stream` text PRIMARY KEY NOT NULL,
	`last` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `submission` (
	`key` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`answer` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `submission_at` ON `submission` (`at`);--> statement-breakpoint
DROP INDEX `load_lane`;--> statement-breakpoint
ALTER TABLE `load` ADD `sold_minor` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `currency` text DEFAULT 'USD' NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `sell_rate_e6` integer;--> statement-breakpoint
ALTER TABLE `load` ADD `sell_rate_day` text;--> statement-breakpoint
ALTER TABLE `load` ADD `agreed_minor` integer;--> statement-breakpoint
ALTER TABLE `load` ADD `pay_currency` text DEFAULT 'USD' NOT NULL;--> statement-breakpoint
ALTER TABLE `load` ADD `pay_rate_e6` integer;--> statement-breakpoint
ALTER TABLE `load` ADD `pay_rate_day` text;--> statement-breakpoint
ALTER TABLE `load` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `load_lane` ON `load` (`equipment`,`origin_cell`,`dest_cell`,`covered_at`,`practice`,`pay_minor`,`state`,`pickup_at`) WHERE pay_minor is not null and practice = 0;--> statement-breakpoint
DROP INDEX `message_load`;--> statement-breakpoint
CREATE INDEX `message_load` ON `message` (`load_id`,`received_at`);--> statement-breakpoint
DROP INDEX `outbox_stream`;--> statement-breakpoint
ALTER TABLE `outbox` ADD `sent_at` integer;--> statement-breakpoint
CREATE INDEX `outbox_load` ON `outbox` (`load_id`,`kind`) WHERE load_id is not null;--> statement-breakpoint
CREATE INDEX `outbox_held` ON `outbox` (`kind`) WHERE state = 'held';--> statement-breakpoint
CREATE INDEX `outbox_sent` ON `outbox` (`sent_at`) WHERE state = 'sent';--> statement-breakpoint
CREATE INDEX `outbox_stream` ON `outbox` (`stream`) WHERE state in ('waiting', 'held');--> statement-breakpoint
ALTER TABLE `carrier` ADD `currency` text DEFAULT 'USD' NOT NULL;--> statement-breakpoint
ALTER TABLE `customer` ADD `currency` text DEFAULT 'USD' NOT NULL;--> statement-breakpoint
ALTER TABLE `session` ADD `seen_at` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `session_expires` ON `session` (`expires_at`);--> statement-breakpoint
ALTER TABLE `charge` ADD `paid_on` text;--> statement-breakpoint
ALTER TABLE `offer` ADD `asked_minor` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `offer` ADD `currency` text DEFAULT 'USD' NOT NULL;--> statement-breakpoint
ALTER TABLE `offer` ADD `agreed_minor` integer;--> statement-breakpoint
ALTER TABLE `partner` ADD `allow_private` integer DEFAULT false NOT NULL;--> statement-breakpoint
INSERT INTO `outbox_sequence` (`stream`, `last`) SELECT `stream`, count(*) FROM `outbox` GROUP BY `stream`;--> statement-breakpoint
UPDATE `outbox` SET `sent_at` = `next_at` WHERE `state` = 'sent';
--> statement-breakpoint
UPDATE `offer` SET `asked_minor` = `pay_minor`;--> statement-breakpoint
UPDATE `load` SET `sold_minor` = `sell_minor`, `agreed_minor` = `pay_minor`;
