UPDATE `user` SET `name` = `name` || ' (' || `mail` || ')' WHERE `id` NOT IN (SELECT min(`id`) FROM `user` GROUP BY `name`);--> statement-breakpoint
CREATE UNIQUE INDEX `user_name` ON `user` (`name`);--> statement-breakpoint
CREATE TABLE `event` (
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
	CONSTRAINT "event_aggregate" CHECK(aggregate in ('load', 'quote', 'carrier', 'tender', 'partner', 'policy')),
	CONSTRAINT "event_actor" CHECK(actor_kind in ('person', 'carrier', 'partner', 'rule', 'board', 'system')),
	CONSTRAINT "event_person" CHECK(actor_kind <> 'person' or actor_id is not null)
);
--> statement-breakpoint
CREATE INDEX `event_aggregate` ON `event` (`aggregate`,`aggregate_id`);--> statement-breakpoint
CREATE INDEX `event_kind` ON `event` (`kind`,`at`);--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_payee` (
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
	`asked_by_id` integer,
	`asked_at` integer NOT NULL,
	`decided_by` text,
	`decided_by_id` integer,
	`decided_at` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`asked_by_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`decided_by_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "payee_two_people" CHECK(state not in ('approved', 'refused') or decided_by_id <> asked_by_id)
);
--> statement-breakpoint
INSERT INTO `__new_payee`("id", "carrier_id", "kind", "name", "bank_name", "routing", "account_end", "account_sealed", "account_key", "state", "asked_by", "asked_by_id", "asked_at", "decided_by", "decided_by_id", "decided_at") SELECT "id", "carrier_id", "kind", "name", "bank_name", "routing", "account_end", "account_sealed", "account_key", "state", "asked_by", (SELECT `id` FROM `user` WHERE `name` = `asked_by`), "asked_at", "decided_by", (SELECT `id` FROM `user` WHERE `name` = `decided_by`), "decided_at" FROM `payee`;--> statement-breakpoint
DROP TABLE `payee`;--> statement-breakpoint
ALTER TABLE `__new_payee` RENAME TO `payee`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE INDEX `payee_carrier` ON `payee` (`carrier_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `payee_current` ON `payee` (`carrier_id`) WHERE state = 'approved';--> statement-breakpoint
CREATE UNIQUE INDEX `payee_waiting` ON `payee` (`carrier_id`) WHERE state = 'waiting';--> statement-breakpoint
ALTER TABLE `paper` ADD `received_by_id` integer REFERENCES user(id);--> statement-breakpoint
ALTER TABLE `paper` ADD `link_id` integer REFERENCES carrier_link(id);--> statement-breakpoint
ALTER TABLE `paper` ADD `checked_by_id` integer REFERENCES user(id);--> statement-breakpoint
ALTER TABLE `answering_rule` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `tender_notice` ADD `answered_by_id` integer;--> statement-breakpoint
CREATE TABLE `__new_saved_view` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`name` text NOT NULL,
	`query` text NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_saved_view`("id", "user_id", "name", "query") SELECT "id", "user_id", "name", "query" FROM `saved_view` WHERE `user_id` IN (SELECT `id` FROM `user`);--> statement-breakpoint
DROP TABLE `saved_view`;--> statement-breakpoint
ALTER TABLE `__new_saved_view` RENAME TO `saved_view`;--> statement-breakpoint
CREATE UNIQUE INDEX `saved_view_name` ON `saved_view` (`user_id`,`name`);--> statement-breakpoint
CREATE TABLE `__new_exchange_document` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`exchange_id` integer NOT NULL,
	`partner_id` integer,
	`direction` text NOT NULL,
	`at` integer NOT NULL,
	`kind` text NOT NULL,
	`ordinal` integer NOT NULL,
	`group_type` text NOT NULL,
	`group_control` text NOT NULL,
	`set_control` text NOT NULL,
	`number` text DEFAULT '' NOT NULL,
	`verdict` text,
	`faults` text DEFAULT '[]' NOT NULL,
	`state` text NOT NULL,
	`problem` text,
	`load_id` integer,
	`notice_id` integer,
	`ack_verdict` text,
	`ack_note` text,
	`ack_at` integer,
	FOREIGN KEY (`exchange_id`) REFERENCES `exchange`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`notice_id`) REFERENCES `tender_notice`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_exchange_document`("id", "exchange_id", "partner_id", "direction", "at", "kind", "ordinal", "group_type", "group_control", "set_control", "number", "verdict", "faults", "state", "problem", "load_id", "notice_id", "ack_verdict", "ack_note", "ack_at") SELECT "id", "exchange_id", "partner_id", "direction", "at", "kind", "ordinal", "group_type", "group_control", "set_control", "number", "verdict", "faults", "state", "problem", "load_id", "notice_id", "ack_verdict", "ack_note", "ack_at" FROM `exchange_document`;--> statement-breakpoint
DROP TABLE `exchange_document`;--> statement-breakpoint
ALTER TABLE `__new_exchange_document` RENAME TO `exchange_document`;--> statement-breakpoint
CREATE INDEX `exchange_document_exchange` ON `exchange_document` (`exchange_id`);--> statement-breakpoint
CREATE INDEX `exchange_document_to_read` ON `exchange_document` (`id`) WHERE state = 'to_read';--> statement-breakpoint
CREATE INDEX `exchange_document_number` ON `exchange_document` (`number`);--> statement-breakpoint
CREATE INDEX `exchange_document_rejected` ON `exchange_document` (`at`) WHERE ack_verdict in ('R', 'P');--> statement-breakpoint
CREATE INDEX `exchange_document_kind` ON `exchange_document` (`kind`,`at`);--> statement-breakpoint
CREATE INDEX `exchange_document_partner` ON `exchange_document` (`partner_id`,`at`);--> statement-breakpoint
CREATE INDEX `exchange_document_load` ON `exchange_document` (`load_id`) WHERE load_id is not null;--> statement-breakpoint
CREATE TABLE `__new_tender` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`partner_id` integer NOT NULL,
	`shipment_id` text NOT NULL,
	`state` text NOT NULL,
	`load_id` integer,
	`last_control` integer DEFAULT 0 NOT NULL,
	`last_said_at` integer DEFAULT 0 NOT NULL,
	`standing_notice_id` integer,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`standing_notice_id`) REFERENCES `tender_notice`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
INSERT INTO `__new_tender`("id", "partner_id", "shipment_id", "state", "load_id", "last_control", "last_said_at", "standing_notice_id") SELECT "id", "partner_id", "shipment_id", "state", "load_id", "last_control", "last_said_at", "standing_notice_id" FROM `tender`;--> statement-breakpoint
DROP TABLE `tender`;--> statement-breakpoint
ALTER TABLE `__new_tender` RENAME TO `tender`;--> statement-breakpoint
CREATE UNIQUE INDEX `tender_shipment` ON `tender` (`partner_id`,`shipment_id`);--> statement-breakpoint
CREATE INDEX `tender_load` ON `tender` (`load_id`) WHERE load_id is not null;--> statement-breakpoint
UPDATE `paper` SET `received_by_id` = (SELECT `id` FROM `user` WHERE `name` = `received_from`), `checked_by_id` = (SELECT `id` FROM `user` WHERE `name` = `checked_by`);--> statement-breakpoint
UPDATE `paper` SET `link_id` = (SELECT `carrier_link`.`id` FROM `carrier_link` WHERE `carrier_link`.`carrier_id` = `paper`.`carrier_id` AND `asked_at` <= `received_at` ORDER BY `carrier_link`.`id` DESC LIMIT 1) WHERE `received_from` LIKE '% by link';--> statement-breakpoint
UPDATE `tender_notice` SET `answered_by_id` = (SELECT `id` FROM `user` WHERE `name` = `answered_by`) WHERE `answered_by` IS NOT NULL AND `answered_by_rule` = 0;--> statement-breakpoint
INSERT INTO `event` (`at`, `aggregate`, `aggregate_id`, `actor_kind`, `actor_id`, `actor_name`, `kind`, `data`)
SELECT `past`.`at`, `past`.`aggregate`, `past`.`aggregate_id`,
	CASE WHEN `actor_kind` = 'person' AND `user`.`id` IS NULL THEN 'system' WHEN `actor_kind` = 'rule' AND `answering`.`id` IS NULL THEN 'system' ELSE `actor_kind` END,
	CASE `actor_kind` WHEN 'person' THEN `user`.`id` WHEN 'carrier' THEN `named`.`id` WHEN 'rule' THEN `answering`.`id` END,
	`actor_name`, `past`.`kind`, json_remove(`past`.`data`, '$.kind')
FROM (
	SELECT `id`, `at`, 'load' AS `aggregate`, `load_id` AS `aggregate_id`, `actor_kind`, `actor_name`, `kind`, `data` FROM `log`
	UNION ALL SELECT `id`, `at`, 'quote', `quote_id`, `actor_kind`, `actor_name`, `kind`, `data` FROM `quote_log`
	UNION ALL SELECT `id`, `at`, 'carrier', `carrier_id`, `actor_kind`, `actor_name`, `kind`, `data` FROM `carrier_log`
) AS `past`
LEFT JOIN `user` ON `user`.`name` = `actor_name`
LEFT JOIN (SELECT `name`, min(`id`) AS `id` FROM `carrier` GROUP BY `name`) AS `named` ON `named`.`name` = replace(`actor_name`, ' by link', '')
LEFT JOIN (SELECT `rule` ->> 'name' AS `name`, min(`id`) AS `id` FROM `answering_rule` GROUP BY 1) AS `answering` ON `answering`.`name` = `actor_name`
ORDER BY `past`.`at`, `past`.`aggregate`, `past`.`id`;
