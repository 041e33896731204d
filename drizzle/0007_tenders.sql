CREATE TABLE `answering_rule` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`customer_id` integer NOT NULL,
	`position` integer NOT NULL,
	`rule` text NOT NULL,
	`is_on` integer DEFAULT false NOT NULL,
	`made_by` text NOT NULL,
	`made_at` integer NOT NULL,
	`tried_at` integer,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `answering_rule_customer` ON `answering_rule` (`customer_id`,`position`);--> statement-breakpoint
CREATE TABLE `exchange` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`partner_id` integer,
	`direction` text NOT NULL,
	`at` integer NOT NULL,
	`source` text NOT NULL,
	`raw` blob NOT NULL,
	`digest` text NOT NULL,
	`control` integer,
	`said_at` integer,
	`usage` text DEFAULT 'P' NOT NULL,
	`state` text NOT NULL,
	`problem` text,
	`attempts` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `exchange_control` ON `exchange` (`partner_id`,`direction`,`control`);--> statement-breakpoint
CREATE INDEX `exchange_at` ON `exchange` (`at`);--> statement-breakpoint
CREATE TABLE `exchange_document` (
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
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `exchange_document_exchange` ON `exchange_document` (`exchange_id`);--> statement-breakpoint
CREATE INDEX `exchange_document_to_read` ON `exchange_document` (`id`) WHERE state = 'to_read';--> statement-breakpoint
CREATE INDEX `exchange_document_number` ON `exchange_document` (`number`);--> statement-breakpoint
CREATE INDEX `exchange_document_rejected` ON `exchange_document` (`at`) WHERE ack_verdict in ('R', 'P');--> statement-breakpoint
CREATE INDEX `exchange_document_kind` ON `exchange_document` (`kind`,`at`);--> statement-breakpoint
CREATE INDEX `exchange_document_partner` ON `exchange_document` (`partner_id`,`at`);--> statement-breakpoint
CREATE INDEX `exchange_document_load` ON `exchange_document` (`load_id`) WHERE load_id is not null;--> statement-breakpoint
CREATE TABLE `load_partner` (
	`load_id` integer PRIMARY KEY NOT NULL,
	`partner_id` integer NOT NULL,
	`shipment_id` text NOT NULL,
	`joined_by` text NOT NULL,
	`joined_at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `load_partner_partner` ON `load_partner` (`partner_id`);--> statement-breakpoint
CREATE TABLE `notice_code` (
	`notice_id` integer NOT NULL,
	`code_id` integer NOT NULL,
	PRIMARY KEY(`notice_id`, `code_id`),
	FOREIGN KEY (`notice_id`) REFERENCES `tender_notice`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`code_id`) REFERENCES `partner_code`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `notice_code_code` ON `notice_code` (`code_id`);--> statement-breakpoint
CREATE TABLE `partner` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`customer_id` integer,
	`transport` text NOT NULL,
	`address` text NOT NULL,
	`secret` text DEFAULT '' NOT NULL,
	`their_qualifier` text NOT NULL,
	`their_id` text NOT NULL,
	`their_group` text NOT NULL,
	`our_qualifier` text NOT NULL,
	`our_id` text NOT NULL,
	`our_group` text NOT NULL,
	`scac` text NOT NULL,
	`version` text DEFAULT '004010' NOT NULL,
	`delimiters` text NOT NULL,
	`usage` text DEFAULT 'P' NOT NULL,
	`documents` text NOT NULL,
	`respond_minutes` integer DEFAULT 120 NOT NULL,
	`on_expiry` text DEFAULT 'lapse' NOT NULL,
	`takes_notes` integer DEFAULT false NOT NULL,
	`status_codes` text NOT NULL,
	`contact_name` text DEFAULT '' NOT NULL,
	`contact_phone` text DEFAULT '' NOT NULL,
	`contact_mail` text DEFAULT '' NOT NULL,
	`last_control` integer DEFAULT 0 NOT NULL,
	`paused` integer DEFAULT false NOT NULL,
	`problem` text,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `partner_name` ON `partner` (`name`);--> statement-breakpoint
CREATE INDEX `partner_ids` ON `partner` (`their_qualifier`,`their_id`);--> statement-breakpoint
CREATE TABLE `partner_code` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`partner_id` integer NOT NULL,
	`kind` text NOT NULL,
	`code` text NOT NULL,
	`said` text DEFAULT '' NOT NULL,
	`customer_id` integer,
	`facility_id` integer,
	`equipment` text,
	`first_seen_at` integer NOT NULL,
	`mapped_by` text,
	`mapped_at` integer,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`facility_id`) REFERENCES `facility`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `partner_code_of` ON `partner_code` (`partner_id`,`kind`,`code`);--> statement-breakpoint
CREATE TABLE `site` (
	`partner_id` integer PRIMARY KEY NOT NULL,
	`user_name` text NOT NULL,
	`description` text NOT NULL,
	`every_minutes` integer DEFAULT 5 NOT NULL,
	`read_at` integer,
	`next_at` integer DEFAULT 0 NOT NULL,
	`problem` text,
	`page` text,
	`page_at` integer,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `site_row` (
	`partner_id` integer NOT NULL,
	`shipment_id` text NOT NULL,
	`digest` text NOT NULL,
	`is_open` integer DEFAULT false NOT NULL,
	`seen_at` integer NOT NULL,
	`gone_at` integer,
	PRIMARY KEY(`partner_id`, `shipment_id`),
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `stop_event` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`sequence` integer NOT NULL,
	`kind` text NOT NULL,
	`at_local` text NOT NULL,
	`reason_code` text,
	`note` text DEFAULT '' NOT NULL,
	`by_name` text NOT NULL,
	`noted_at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stop_event_load` ON `stop_event` (`load_id`);--> statement-breakpoint
CREATE TABLE `tender` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`partner_id` integer NOT NULL,
	`shipment_id` text NOT NULL,
	`state` text NOT NULL,
	`load_id` integer,
	`last_control` integer DEFAULT 0 NOT NULL,
	`last_said_at` integer DEFAULT 0 NOT NULL,
	`standing_notice_id` integer,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `tender_shipment` ON `tender` (`partner_id`,`shipment_id`);--> statement-breakpoint
CREATE INDEX `tender_load` ON `tender` (`load_id`) WHERE load_id is not null;--> statement-breakpoint
CREATE TABLE `tender_notice` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`tender_id` integer NOT NULL,
	`partner_id` integer NOT NULL,
	`document_id` integer,
	`customer_id` integer,
	`purpose` text NOT NULL,
	`state` text NOT NULL,
	`received_at` integer NOT NULL,
	`respond_by` integer NOT NULL,
	`practice` integer DEFAULT false NOT NULL,
	`tender` text NOT NULL,
	`facts` text NOT NULL,
	`remark` text,
	`answered_at` integer,
	`answered_by` text,
	`answered_by_rule` integer DEFAULT false NOT NULL,
	`reason_code` text,
	`note` text DEFAULT '' NOT NULL,
	`warned_at` integer,
	FOREIGN KEY (`tender_id`) REFERENCES `tender`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`document_id`) REFERENCES `exchange_document`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "tender_notice_state" CHECK(state in ('open', 'accepted', 'declined', 'lapsed', 'withdrawn', 'overtaken', 'noted'))
);
--> statement-breakpoint
CREATE INDEX `tender_notice_open` ON `tender_notice` (`respond_by`) WHERE state = 'open';--> statement-breakpoint
CREATE INDEX `tender_notice_tender` ON `tender_notice` (`tender_id`);--> statement-breakpoint
CREATE INDEX `tender_notice_answered` ON `tender_notice` (`answered_at`) WHERE answered_at is not null;--> statement-breakpoint
CREATE INDEX `tender_notice_customer` ON `tender_notice` (`customer_id`,`received_at`);--> statement-breakpoint
CREATE INDEX `tender_notice_document` ON `tender_notice` (`document_id`);--> statement-breakpoint
ALTER TABLE `customer` ADD `hold` text;