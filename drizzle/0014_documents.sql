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
	CONSTRAINT "event_aggregate" CHECK("aggregate" in ('load', 'quote', 'customer', 'carrier', 'tender', 'exchange', 'partner', 'policy', 'fuel_table')),
	CONSTRAINT "event_actor_kind" CHECK("actor_kind" in ('person', 'carrier', 'partner', 'rule', 'board', 'system'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_event` SELECT `id`, `at`, `aggregate`, `aggregate_id`, `actor_kind`, `actor_id`, `actor_version`, `actor_name`, CASE `kind` WHEN 'paper_received' THEN 'document_received' WHEN 'paper_checked' THEN 'document_checked' WHEN 'paper_refused' THEN 'document_refused' WHEN 'papers_asked' THEN 'documents_requested' ELSE `kind` END, CASE WHEN `kind` LIKE 'paper\_%' ESCAPE '\' THEN replace(`data`, '"paperKind":', '"documentKind":') ELSE `data` END FROM `event`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_event';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_event', seq FROM sqlite_sequence WHERE name = 'event';--> statement-breakpoint
DROP TABLE `event`;--> statement-breakpoint
ALTER TABLE `__new_event` RENAME TO `event`;--> statement-breakpoint
CREATE INDEX `event_aggregate` ON `event` (`aggregate`,`aggregate_id`);--> statement-breakpoint
CREATE INDEX `event_kind` ON `event` (`kind`,`at`);--> statement-breakpoint
CREATE TABLE `__new_carrier_link` (
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
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "carrier_link_purpose" CHECK("purpose" in ('documents', 'agreement'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_carrier_link` SELECT `id`, `carrier_id`, CASE `purpose` WHEN 'papers' THEN 'documents' ELSE `purpose` END, `kinds`, `sent_to`, `asked_by`, `asked_at`, `expires_at`, `revoked_at`, `used_at` FROM `carrier_link`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_carrier_link';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_carrier_link', seq FROM sqlite_sequence WHERE name = 'carrier_link';--> statement-breakpoint
DROP TABLE `carrier_link`;--> statement-breakpoint
ALTER TABLE `__new_carrier_link` RENAME TO `carrier_link`;--> statement-breakpoint
CREATE INDEX `carrier_link_carrier` ON `carrier_link` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `carrier_document` (
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
	`received_by_id` integer,
	`link_id` integer,
	`checked_at` integer,
	`checked_by` text,
	`checked_by_id` integer,
	`refused_because` text,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`received_by_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`link_id`) REFERENCES `carrier_link`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`checked_by_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "carrier_document_checked" CHECK((state = 'checked') = (checked_at is not null)),
	CONSTRAINT "carrier_document_kind" CHECK("kind" in ('w9', 'agreement', 'certificate', 'letter', 'permit_hazmat', 'permit_canada', 'permit_mexico', 'other')),
	CONSTRAINT "carrier_document_state" CHECK("state" in ('waiting', 'checked', 'refused'))
) STRICT;--> statement-breakpoint
INSERT INTO `carrier_document` SELECT `id`, `carrier_id`, `kind`, `state`, `file_name`, `type`, `size`, `stored_as`, `expires_on`, `received_at`, `received_from`, `received_by_id`, `link_id`, `checked_at`, `checked_by`, `checked_by_id`, `refused_because` FROM `paper`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = 'carrier_document';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT 'carrier_document', seq FROM sqlite_sequence WHERE name = 'paper';--> statement-breakpoint
CREATE INDEX `carrier_document_carrier` ON `carrier_document` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `carrier_document_waiting` ON `carrier_document` (`received_at`) WHERE state = 'waiting';--> statement-breakpoint
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
	`document_id` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`document_id`) REFERENCES `carrier_document`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "policy_days" CHECK(expires_on >= effective_on),
	CONSTRAINT "policy_kind" CHECK("kind" in ('liability', 'cargo', 'refrigeration'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_policy` SELECT `id`, `carrier_id`, `kind`, `insurer`, `number`, `insured_name`, `limit_minor`, `effective_on`, `expires_on`, `cancelled_on`, `paper_id` FROM `policy`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_policy';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_policy', seq FROM sqlite_sequence WHERE name = 'policy';--> statement-breakpoint
DROP TABLE `policy`;--> statement-breakpoint
ALTER TABLE `__new_policy` RENAME TO `policy`;--> statement-breakpoint
CREATE INDEX `policy_carrier` ON `policy` (`carrier_id`);--> statement-breakpoint
DROP TABLE `paper`;--> statement-breakpoint
ALTER TABLE `quote_paper` RENAME TO `quote_version`;--> statement-breakpoint
DROP INDEX `quote_paper_version`;--> statement-breakpoint
CREATE UNIQUE INDEX `quote_version_number` ON `quote_version` (`quote_id`,`version`);--> statement-breakpoint
UPDATE `outbox` SET `payload` = replace(`payload`, '"paperId":', '"versionId":') WHERE `kind` = 'quote_mail';
