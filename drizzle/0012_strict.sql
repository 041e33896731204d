DROP TRIGGER `carrier_words_insert`;--> statement-breakpoint
DROP TRIGGER `carrier_words_update`;--> statement-breakpoint
DROP TRIGGER `carrier_change_insert`;--> statement-breakpoint
DROP TRIGGER `carrier_change_delete`;--> statement-breakpoint
DROP TRIGGER `carrier_change_update`;--> statement-breakpoint
CREATE TABLE `__new_link` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`confirmation_id` integer NOT NULL,
	`expires_at` integer NOT NULL,
	`revoked_at` integer,
	FOREIGN KEY (`confirmation_id`) REFERENCES `confirmation`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;--> statement-breakpoint
INSERT INTO `__new_link` (`id`, `confirmation_id`, `expires_at`, `revoked_at`) SELECT `id`, CASE typeof(`confirmation_id`) WHEN 'real' THEN CAST(round(`confirmation_id`) AS INTEGER) ELSE `confirmation_id` END, CASE typeof(`expires_at`) WHEN 'real' THEN CAST(round(`expires_at`) AS INTEGER) ELSE `expires_at` END, CASE typeof(`revoked_at`) WHEN 'real' THEN CAST(round(`revoked_at`) AS INTEGER) ELSE `revoked_at` END FROM `link`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_link';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_link', seq FROM sqlite_sequence WHERE name = 'link';--> statement-breakpoint
DROP TABLE `link`;--> statement-breakpoint
ALTER TABLE `__new_link` RENAME TO `link`;--> statement-breakpoint
CREATE INDEX `link_confirmation` ON `link` (`confirmation_id`);--> statement-breakpoint
CREATE TABLE `__new_session` (
	`token_hash` text PRIMARY KEY NOT NULL,
	`user_id` integer NOT NULL,
	`expires_at` integer NOT NULL, `seen_at` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;--> statement-breakpoint
INSERT INTO `__new_session` (`token_hash`, `user_id`, `expires_at`, `seen_at`) SELECT `token_hash`, CASE typeof(`user_id`) WHEN 'real' THEN CAST(round(`user_id`) AS INTEGER) ELSE `user_id` END, CASE typeof(`expires_at`) WHEN 'real' THEN CAST(round(`expires_at`) AS INTEGER) ELSE `expires_at` END, CASE typeof(`seen_at`) WHEN 'real' THEN CAST(round(`seen_at`) AS INTEGER) ELSE `seen_at` END FROM `session`;--> statement-breakpoint
DROP TABLE `session`;--> statement-breakpoint
ALTER TABLE `__new_session` RENAME TO `session`;--> statement-breakpoint
CREATE INDEX `session_expires` ON `session` (`expires_at`);--> statement-breakpoint
CREATE TABLE `__new_diesel_price` (
	`area` text NOT NULL,
	`week` text NOT NULL,
	`price_e3` integer NOT NULL,
	`received_at` integer NOT NULL,
	PRIMARY KEY(`area`, `week`)
) STRICT;--> statement-breakpoint
INSERT INTO `__new_diesel_price` (`area`, `week`, `price_e3`, `received_at`) SELECT `area`, `week`, CASE typeof(`price_e3`) WHEN 'real' THEN CAST(round(`price_e3`) AS INTEGER) ELSE `price_e3` END, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END FROM `diesel_price`;--> statement-breakpoint
DROP TABLE `diesel_price`;--> statement-breakpoint
ALTER TABLE `__new_diesel_price` RENAME TO `diesel_price`;--> statement-breakpoint
CREATE TABLE `__new_feed` (
	`name` text PRIMARY KEY NOT NULL,
	`read_at` integer NOT NULL,
	`rows` integer NOT NULL,
	`refused` integer NOT NULL,
	`problem` text
) STRICT;--> statement-breakpoint
INSERT INTO `__new_feed` (`name`, `read_at`, `rows`, `refused`, `problem`) SELECT `name`, CASE typeof(`read_at`) WHEN 'real' THEN CAST(round(`read_at`) AS INTEGER) ELSE `read_at` END, CASE typeof(`rows`) WHEN 'real' THEN CAST(round(`rows`) AS INTEGER) ELSE `rows` END, CASE typeof(`refused`) WHEN 'real' THEN CAST(round(`refused`) AS INTEGER) ELSE `refused` END, `problem` FROM `feed`;--> statement-breakpoint
DROP TABLE `feed`;--> statement-breakpoint
ALTER TABLE `__new_feed` RENAME TO `feed`;--> statement-breakpoint
CREATE TABLE `__new_quote_paper` (
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
) STRICT;--> statement-breakpoint
INSERT INTO `__new_quote_paper` (`id`, `quote_id`, `version`, `document`, `message`, `pdf`, `sent_to`, `sent_at`, `delivered_at`, `problem`) SELECT `id`, CASE typeof(`quote_id`) WHEN 'real' THEN CAST(round(`quote_id`) AS INTEGER) ELSE `quote_id` END, CASE typeof(`version`) WHEN 'real' THEN CAST(round(`version`) AS INTEGER) ELSE `version` END, `document`, `message`, `pdf`, `sent_to`, CASE typeof(`sent_at`) WHEN 'real' THEN CAST(round(`sent_at`) AS INTEGER) ELSE `sent_at` END, CASE typeof(`delivered_at`) WHEN 'real' THEN CAST(round(`delivered_at`) AS INTEGER) ELSE `delivered_at` END, `problem` FROM `quote_paper`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_quote_paper';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_quote_paper', seq FROM sqlite_sequence WHERE name = 'quote_paper';--> statement-breakpoint
DROP TABLE `quote_paper`;--> statement-breakpoint
ALTER TABLE `__new_quote_paper` RENAME TO `quote_paper`;--> statement-breakpoint
CREATE UNIQUE INDEX `quote_paper_version` ON `quote_paper` (`quote_id`,`version`);--> statement-breakpoint
CREATE TABLE `__new_carrier_change` (
	`id` integer PRIMARY KEY NOT NULL,
	`count` integer NOT NULL
) STRICT;--> statement-breakpoint
INSERT INTO `__new_carrier_change` (`id`, `count`) SELECT `id`, CASE typeof(`count`) WHEN 'real' THEN CAST(round(`count`) AS INTEGER) ELSE `count` END FROM `carrier_change`;--> statement-breakpoint
DROP TABLE `carrier_change`;--> statement-breakpoint
ALTER TABLE `__new_carrier_change` RENAME TO `carrier_change`;--> statement-breakpoint
CREATE TABLE `__new_vetting_policy` (
	`version` integer PRIMARY KEY NOT NULL,
	`policy` text NOT NULL,
	`note` text NOT NULL,
	`by_name` text NOT NULL,
	`at` integer NOT NULL
) STRICT;--> statement-breakpoint
INSERT INTO `__new_vetting_policy` (`version`, `policy`, `note`, `by_name`, `at`) SELECT `version`, `policy`, `note`, `by_name`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END FROM `vetting_policy`;--> statement-breakpoint
DROP TABLE `vetting_policy`;--> statement-breakpoint
ALTER TABLE `__new_vetting_policy` RENAME TO `vetting_policy`;--> statement-breakpoint
CREATE TABLE `__new_register_feed` (
	`id` integer PRIMARY KEY NOT NULL,
	`sequence` integer NOT NULL,
	`current_at` integer,
	`tried_at` integer NOT NULL,
	`problem` text,
	`refused` integer DEFAULT 0 NOT NULL
) STRICT;--> statement-breakpoint
INSERT INTO `__new_register_feed` (`id`, `sequence`, `current_at`, `tried_at`, `problem`, `refused`) SELECT `id`, CASE typeof(`sequence`) WHEN 'real' THEN CAST(round(`sequence`) AS INTEGER) ELSE `sequence` END, CASE typeof(`current_at`) WHEN 'real' THEN CAST(round(`current_at`) AS INTEGER) ELSE `current_at` END, CASE typeof(`tried_at`) WHEN 'real' THEN CAST(round(`tried_at`) AS INTEGER) ELSE `tried_at` END, `problem`, CASE typeof(`refused`) WHEN 'real' THEN CAST(round(`refused`) AS INTEGER) ELSE `refused` END FROM `register_feed`;--> statement-breakpoint
DROP TABLE `register_feed`;--> statement-breakpoint
ALTER TABLE `__new_register_feed` RENAME TO `register_feed`;--> statement-breakpoint
CREATE TABLE `__new_register_record` (
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
) STRICT;--> statement-breakpoint
INSERT INTO `__new_register_record` (`dot_number`, `mc_number`, `name`, `search`, `city`, `region`, `may_carry`, `closed_on`, `record`, `changed_at`, `confirmed_at`) SELECT `dot_number`, `mc_number`, `name`, `search`, `city`, `region`, CASE typeof(`may_carry`) WHEN 'real' THEN CAST(round(`may_carry`) AS INTEGER) ELSE `may_carry` END, `closed_on`, `record`, CASE typeof(`changed_at`) WHEN 'real' THEN CAST(round(`changed_at`) AS INTEGER) ELSE `changed_at` END, CASE typeof(`confirmed_at`) WHEN 'real' THEN CAST(round(`confirmed_at`) AS INTEGER) ELSE `confirmed_at` END FROM `register_record`;--> statement-breakpoint
DROP TABLE `register_record`;--> statement-breakpoint
ALTER TABLE `__new_register_record` RENAME TO `register_record`;--> statement-breakpoint
CREATE INDEX `register_mc` ON `register_record` (`mc_number`);--> statement-breakpoint
CREATE INDEX `register_search` ON `register_record` (`search`);--> statement-breakpoint
CREATE TABLE `__new_answering_rule` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`customer_id` integer NOT NULL,
	`position` integer NOT NULL,
	`rule` text NOT NULL,
	`is_on` integer DEFAULT false NOT NULL,
	`made_by` text NOT NULL,
	`made_at` integer NOT NULL,
	`tried_at` integer, `version` integer DEFAULT 1 NOT NULL,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;--> statement-breakpoint
INSERT INTO `__new_answering_rule` (`id`, `customer_id`, `position`, `rule`, `is_on`, `made_by`, `made_at`, `tried_at`, `version`) SELECT `id`, CASE typeof(`customer_id`) WHEN 'real' THEN CAST(round(`customer_id`) AS INTEGER) ELSE `customer_id` END, CASE typeof(`position`) WHEN 'real' THEN CAST(round(`position`) AS INTEGER) ELSE `position` END, `rule`, CASE typeof(`is_on`) WHEN 'real' THEN CAST(round(`is_on`) AS INTEGER) ELSE `is_on` END, `made_by`, CASE typeof(`made_at`) WHEN 'real' THEN CAST(round(`made_at`) AS INTEGER) ELSE `made_at` END, CASE typeof(`tried_at`) WHEN 'real' THEN CAST(round(`tried_at`) AS INTEGER) ELSE `tried_at` END, CASE typeof(`version`) WHEN 'real' THEN CAST(round(`version`) AS INTEGER) ELSE `version` END FROM `answering_rule`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_answering_rule';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_answering_rule', seq FROM sqlite_sequence WHERE name = 'answering_rule';--> statement-breakpoint
DROP TABLE `answering_rule`;--> statement-breakpoint
ALTER TABLE `__new_answering_rule` RENAME TO `answering_rule`;--> statement-breakpoint
CREATE INDEX `answering_rule_customer` ON `answering_rule` (`customer_id`,`position`);--> statement-breakpoint
CREATE TABLE `__new_load_partner` (
	`load_id` integer PRIMARY KEY NOT NULL,
	`partner_id` integer NOT NULL,
	`shipment_id` text NOT NULL,
	`joined_by` text NOT NULL,
	`joined_at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;--> statement-breakpoint
INSERT INTO `__new_load_partner` (`load_id`, `partner_id`, `shipment_id`, `joined_by`, `joined_at`) SELECT `load_id`, CASE typeof(`partner_id`) WHEN 'real' THEN CAST(round(`partner_id`) AS INTEGER) ELSE `partner_id` END, `shipment_id`, `joined_by`, CASE typeof(`joined_at`) WHEN 'real' THEN CAST(round(`joined_at`) AS INTEGER) ELSE `joined_at` END FROM `load_partner`;--> statement-breakpoint
DROP TABLE `load_partner`;--> statement-breakpoint
ALTER TABLE `__new_load_partner` RENAME TO `load_partner`;--> statement-breakpoint
CREATE INDEX `load_partner_partner` ON `load_partner` (`partner_id`);--> statement-breakpoint
CREATE TABLE `__new_notice_code` (
	`notice_id` integer NOT NULL,
	`code_id` integer NOT NULL,
	PRIMARY KEY(`notice_id`, `code_id`),
	FOREIGN KEY (`notice_id`) REFERENCES `tender_notice`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`code_id`) REFERENCES `partner_code`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;--> statement-breakpoint
INSERT INTO `__new_notice_code` (`notice_id`, `code_id`) SELECT `notice_id`, `code_id` FROM `notice_code`;--> statement-breakpoint
DROP TABLE `notice_code`;--> statement-breakpoint
ALTER TABLE `__new_notice_code` RENAME TO `notice_code`;--> statement-breakpoint
CREATE INDEX `notice_code_code` ON `notice_code` (`code_id`);--> statement-breakpoint
CREATE TABLE `__new_site` (
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
) STRICT;--> statement-breakpoint
INSERT INTO `__new_site` (`partner_id`, `user_name`, `description`, `every_minutes`, `read_at`, `next_at`, `problem`, `page`, `page_at`) SELECT `partner_id`, `user_name`, `description`, CASE typeof(`every_minutes`) WHEN 'real' THEN CAST(round(`every_minutes`) AS INTEGER) ELSE `every_minutes` END, CASE typeof(`read_at`) WHEN 'real' THEN CAST(round(`read_at`) AS INTEGER) ELSE `read_at` END, CASE typeof(`next_at`) WHEN 'real' THEN CAST(round(`next_at`) AS INTEGER) ELSE `next_at` END, `problem`, `page`, CASE typeof(`page_at`) WHEN 'real' THEN CAST(round(`page_at`) AS INTEGER) ELSE `page_at` END FROM `site`;--> statement-breakpoint
DROP TABLE `site`;--> statement-breakpoint
ALTER TABLE `__new_site` RENAME TO `site`;--> statement-breakpoint
CREATE TABLE `__new_site_row` (
	`partner_id` integer NOT NULL,
	`shipment_id` text NOT NULL,
	`digest` text NOT NULL,
	`is_open` integer DEFAULT false NOT NULL,
	`seen_at` integer NOT NULL,
	`gone_at` integer,
	PRIMARY KEY(`partner_id`, `shipment_id`),
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;--> statement-breakpoint
INSERT INTO `__new_site_row` (`partner_id`, `shipment_id`, `digest`, `is_open`, `seen_at`, `gone_at`) SELECT `partner_id`, `shipment_id`, `digest`, CASE typeof(`is_open`) WHEN 'real' THEN CAST(round(`is_open`) AS INTEGER) ELSE `is_open` END, CASE typeof(`seen_at`) WHEN 'real' THEN CAST(round(`seen_at`) AS INTEGER) ELSE `seen_at` END, CASE typeof(`gone_at`) WHEN 'real' THEN CAST(round(`gone_at`) AS INTEGER) ELSE `gone_at` END FROM `site_row`;--> statement-breakpoint
DROP TABLE `site_row`;--> statement-breakpoint
ALTER TABLE `__new_site_row` RENAME TO `site_row`;--> statement-breakpoint
CREATE TABLE `__new_guess` (
	`key` text PRIMARY KEY NOT NULL,
	`tries` integer NOT NULL,
	`last_at` integer NOT NULL,
	`next_at` integer NOT NULL
) STRICT;--> statement-breakpoint
INSERT INTO `__new_guess` (`key`, `tries`, `last_at`, `next_at`) SELECT `key`, CASE typeof(`tries`) WHEN 'real' THEN CAST(round(`tries`) AS INTEGER) ELSE `tries` END, CASE typeof(`last_at`) WHEN 'real' THEN CAST(round(`last_at`) AS INTEGER) ELSE `last_at` END, CASE typeof(`next_at`) WHEN 'real' THEN CAST(round(`next_at`) AS INTEGER) ELSE `next_at` END FROM `guess`;--> statement-breakpoint
DROP TABLE `guess`;--> statement-breakpoint
ALTER TABLE `__new_guess` RENAME TO `guess`;--> statement-breakpoint
CREATE INDEX `guess_last` ON `guess` (`last_at`);--> statement-breakpoint
CREATE TABLE `__new_outbox_sequence` (
	`stream` text PRIMARY KEY NOT NULL,
	`last` integer NOT NULL
) STRICT;--> statement-breakpoint
INSERT INTO `__new_outbox_sequence` (`stream`, `last`) SELECT `stream`, CASE typeof(`last`) WHEN 'real' THEN CAST(round(`last`) AS INTEGER) ELSE `last` END FROM `outbox_sequence`;--> statement-breakpoint
DROP TABLE `outbox_sequence`;--> statement-breakpoint
ALTER TABLE `__new_outbox_sequence` RENAME TO `outbox_sequence`;--> statement-breakpoint
CREATE TABLE `__new_submission` (
	`key` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`answer` text NOT NULL
) STRICT;--> statement-breakpoint
INSERT INTO `__new_submission` (`key`, `at`, `answer`) SELECT `key`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END, `answer` FROM `submission`;--> statement-breakpoint
DROP TABLE `submission`;--> statement-breakpoint
ALTER TABLE `__new_submission` RENAME TO `submission`;--> statement-breakpoint
CREATE INDEX `submission_at` ON `submission` (`at`);--> statement-breakpoint
CREATE TABLE `__new_saved_view` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`user_id` integer NOT NULL,
	`name` text NOT NULL,
	`query` text NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action
) STRICT;--> statement-breakpoint
INSERT INTO `__new_saved_view` (`id`, `user_id`, `name`, `query`) SELECT `id`, CASE typeof(`user_id`) WHEN 'real' THEN CAST(round(`user_id`) AS INTEGER) ELSE `user_id` END, `name`, `query` FROM `saved_view`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_saved_view';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_saved_view', seq FROM sqlite_sequence WHERE name = 'saved_view';--> statement-breakpoint
DROP TABLE `saved_view`;--> statement-breakpoint
ALTER TABLE `__new_saved_view` RENAME TO `saved_view`;--> statement-breakpoint
CREATE UNIQUE INDEX `saved_view_name` ON `saved_view` (`user_id`,`name`);--> statement-breakpoint
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
	CONSTRAINT "event_aggregate" CHECK("aggregate" in ('load', 'quote', 'carrier', 'tender', 'partner', 'policy')),
	CONSTRAINT "event_actor_kind" CHECK("actor_kind" in ('person', 'carrier', 'partner', 'rule', 'board', 'system'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_event` (`id`, `at`, `aggregate`, `aggregate_id`, `actor_kind`, `actor_id`, `actor_version`, `actor_name`, `kind`, `data`) SELECT `id`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END, `aggregate`, CASE typeof(`aggregate_id`) WHEN 'real' THEN CAST(round(`aggregate_id`) AS INTEGER) ELSE `aggregate_id` END, `actor_kind`, CASE typeof(`actor_id`) WHEN 'real' THEN CAST(round(`actor_id`) AS INTEGER) ELSE `actor_id` END, CASE typeof(`actor_version`) WHEN 'real' THEN CAST(round(`actor_version`) AS INTEGER) ELSE `actor_version` END, `actor_name`, `kind`, `data` FROM `event`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_event';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_event', seq FROM sqlite_sequence WHERE name = 'event';--> statement-breakpoint
DROP TABLE `event`;--> statement-breakpoint
ALTER TABLE `__new_event` RENAME TO `event`;--> statement-breakpoint
CREATE INDEX `event_aggregate` ON `event` (`aggregate`,`aggregate_id`);--> statement-breakpoint
CREATE INDEX `event_kind` ON `event` (`kind`,`at`);--> statement-breakpoint
CREATE TABLE `__new_load` (
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
	`hazmat` integer DEFAULT false NOT NULL,
	`driver_name` text,
	`driver_phone` text,
	`truck_number` text,
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
	`sold_minor` integer DEFAULT 0 NOT NULL,
	`currency` text DEFAULT 'USD' NOT NULL,
	`sell_rate_e6` integer,
	`sell_rate_day` text,
	`agreed_minor` integer,
	`pay_currency` text DEFAULT 'USD' NOT NULL,
	`pay_rate_e6` integer,
	`pay_rate_day` text,
	`version` integer DEFAULT 1 NOT NULL,
	`carrier_id` integer,
	`pay_minor` integer,
	`delivered_on_time` integer,
	`opened_at` integer,
	`covered_at` integer,
	`created_at` integer NOT NULL,
	`rep_id` integer NOT NULL,
	`quote_line_id` integer,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`rep_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`quote_line_id`) REFERENCES `quote_line`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "load_window" CHECK(pickup_by >= pickup_at),
	CONSTRAINT "load_award" CHECK((carrier_id is null) = (pay_minor is null)),
	CONSTRAINT "load_state" CHECK("state" in ('draft', 'uncovered', 'covered', 'dispatched', 'in_transit', 'delivered', 'paperwork_in', 'invoiced', 'paid', 'cancelled')),
	CONSTRAINT "load_equipment" CHECK("equipment" in ('van', 'reefer', 'flatbed', 'step_deck', 'box_truck', 'sprinter', 'hotshot', 'power_only', 'conestoga', 'lowboy', 'tanker', 'hopper', 'container')),
	CONSTRAINT "load_band_basis" CHECK("band_basis" in ('lane', 'area', 'region', 'model')),
	CONSTRAINT "load_currency" CHECK("currency" in ('USD', 'CAD')),
	CONSTRAINT "load_pay_currency" CHECK("pay_currency" in ('USD', 'CAD'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_load` (`id`, `number`, `state`, `practice`, `customer_id`, `equipment`, `length_ft`, `temp_min_f`, `temp_max_f`, `team`, `commodity`, `commodity_hidden`, `weight_lb`, `pallets`, `freight_value_minor`, `hazmat`, `driver_name`, `driver_phone`, `truck_number`, `origin_city`, `origin_region`, `origin_postal`, `origin_lat`, `origin_lon`, `origin_cell`, `origin_zone`, `dest_city`, `dest_region`, `dest_postal`, `dest_lat`, `dest_lon`, `dest_cell`, `dest_zone`, `miles`, `hours`, `pickup_at`, `pickup_by`, `deliver_by`, `sell_minor`, `target_minor`, `most_minor`, `band_low_minor`, `band_middle_minor`, `band_high_minor`, `band_comparables`, `band_newest_at`, `band_basis`, `sold_minor`, `currency`, `sell_rate_e6`, `sell_rate_day`, `agreed_minor`, `pay_currency`, `pay_rate_e6`, `pay_rate_day`, `version`, `carrier_id`, `pay_minor`, `delivered_on_time`, `opened_at`, `covered_at`, `created_at`, `rep_id`, `quote_line_id`) SELECT `id`, `number`, `state`, CASE typeof(`practice`) WHEN 'real' THEN CAST(round(`practice`) AS INTEGER) ELSE `practice` END, CASE typeof(`customer_id`) WHEN 'real' THEN CAST(round(`customer_id`) AS INTEGER) ELSE `customer_id` END, `equipment`, CASE typeof(`length_ft`) WHEN 'real' THEN CAST(round(`length_ft`) AS INTEGER) ELSE `length_ft` END, CASE typeof(`temp_min_f`) WHEN 'real' THEN CAST(round(`temp_min_f`) AS INTEGER) ELSE `temp_min_f` END, CASE typeof(`temp_max_f`) WHEN 'real' THEN CAST(round(`temp_max_f`) AS INTEGER) ELSE `temp_max_f` END, CASE typeof(`team`) WHEN 'real' THEN CAST(round(`team`) AS INTEGER) ELSE `team` END, `commodity`, CASE typeof(`commodity_hidden`) WHEN 'real' THEN CAST(round(`commodity_hidden`) AS INTEGER) ELSE `commodity_hidden` END, CASE typeof(`weight_lb`) WHEN 'real' THEN CAST(round(`weight_lb`) AS INTEGER) ELSE `weight_lb` END, CASE typeof(`pallets`) WHEN 'real' THEN CAST(round(`pallets`) AS INTEGER) ELSE `pallets` END, CASE typeof(`freight_value_minor`) WHEN 'real' THEN CAST(round(`freight_value_minor`) AS INTEGER) ELSE `freight_value_minor` END, CASE typeof(`hazmat`) WHEN 'real' THEN CAST(round(`hazmat`) AS INTEGER) ELSE `hazmat` END, `driver_name`, `driver_phone`, `truck_number`, `origin_city`, `origin_region`, `origin_postal`, `origin_lat`, `origin_lon`, CASE typeof(`origin_cell`) WHEN 'real' THEN CAST(round(`origin_cell`) AS INTEGER) ELSE `origin_cell` END, `origin_zone`, `dest_city`, `dest_region`, `dest_postal`, `dest_lat`, `dest_lon`, CASE typeof(`dest_cell`) WHEN 'real' THEN CAST(round(`dest_cell`) AS INTEGER) ELSE `dest_cell` END, `dest_zone`, `miles`, `hours`, CASE typeof(`pickup_at`) WHEN 'real' THEN CAST(round(`pickup_at`) AS INTEGER) ELSE `pickup_at` END, CASE typeof(`pickup_by`) WHEN 'real' THEN CAST(round(`pickup_by`) AS INTEGER) ELSE `pickup_by` END, CASE typeof(`deliver_by`) WHEN 'real' THEN CAST(round(`deliver_by`) AS INTEGER) ELSE `deliver_by` END, CASE typeof(`sell_minor`) WHEN 'real' THEN CAST(round(`sell_minor`) AS INTEGER) ELSE `sell_minor` END, CASE typeof(`target_minor`) WHEN 'real' THEN CAST(round(`target_minor`) AS INTEGER) ELSE `target_minor` END, CASE typeof(`most_minor`) WHEN 'real' THEN CAST(round(`most_minor`) AS INTEGER) ELSE `most_minor` END, CASE typeof(`band_low_minor`) WHEN 'real' THEN CAST(round(`band_low_minor`) AS INTEGER) ELSE `band_low_minor` END, CASE typeof(`band_middle_minor`) WHEN 'real' THEN CAST(round(`band_middle_minor`) AS INTEGER) ELSE `band_middle_minor` END, CASE typeof(`band_high_minor`) WHEN 'real' THEN CAST(round(`band_high_minor`) AS INTEGER) ELSE `band_high_minor` END, CASE typeof(`band_comparables`) WHEN 'real' THEN CAST(round(`band_comparables`) AS INTEGER) ELSE `band_comparables` END, CASE typeof(`band_newest_at`) WHEN 'real' THEN CAST(round(`band_newest_at`) AS INTEGER) ELSE `band_newest_at` END, `band_basis`, CASE typeof(`sold_minor`) WHEN 'real' THEN CAST(round(`sold_minor`) AS INTEGER) ELSE `sold_minor` END, `currency`, CASE typeof(`sell_rate_e6`) WHEN 'real' THEN CAST(round(`sell_rate_e6`) AS INTEGER) ELSE `sell_rate_e6` END, `sell_rate_day`, CASE typeof(`agreed_minor`) WHEN 'real' THEN CAST(round(`agreed_minor`) AS INTEGER) ELSE `agreed_minor` END, `pay_currency`, CASE typeof(`pay_rate_e6`) WHEN 'real' THEN CAST(round(`pay_rate_e6`) AS INTEGER) ELSE `pay_rate_e6` END, `pay_rate_day`, CASE typeof(`version`) WHEN 'real' THEN CAST(round(`version`) AS INTEGER) ELSE `version` END, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, CASE typeof(`pay_minor`) WHEN 'real' THEN CAST(round(`pay_minor`) AS INTEGER) ELSE `pay_minor` END, CASE typeof(`delivered_on_time`) WHEN 'real' THEN CAST(round(`delivered_on_time`) AS INTEGER) ELSE `delivered_on_time` END, CASE typeof(`opened_at`) WHEN 'real' THEN CAST(round(`opened_at`) AS INTEGER) ELSE `opened_at` END, CASE typeof(`covered_at`) WHEN 'real' THEN CAST(round(`covered_at`) AS INTEGER) ELSE `covered_at` END, CASE typeof(`created_at`) WHEN 'real' THEN CAST(round(`created_at`) AS INTEGER) ELSE `created_at` END, CASE typeof(`rep_id`) WHEN 'real' THEN CAST(round(`rep_id`) AS INTEGER) ELSE `rep_id` END, CASE typeof(`quote_line_id`) WHEN 'real' THEN CAST(round(`quote_line_id`) AS INTEGER) ELSE `quote_line_id` END FROM `load`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_load';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_load', seq FROM sqlite_sequence WHERE name = 'load';--> statement-breakpoint
DROP TABLE `load`;--> statement-breakpoint
ALTER TABLE `__new_load` RENAME TO `load`;--> statement-breakpoint
CREATE INDEX `load_quote_line` ON `load` (`quote_line_id`) WHERE quote_line_id is not null;--> statement-breakpoint
CREATE UNIQUE INDEX `load_number` ON `load` (`number`);--> statement-breakpoint
CREATE INDEX `load_open` ON `load` (`pickup_at`) WHERE state in ('draft', 'uncovered', 'covered');--> statement-breakpoint
CREATE INDEX `load_lane` ON `load` (`equipment`,`origin_cell`,`dest_cell`,`covered_at`,`practice`,`pay_minor`,`state`,`pickup_at`) WHERE pay_minor is not null and practice = 0;--> statement-breakpoint
CREATE INDEX `load_carrier` ON `load` (`carrier_id`,`pickup_at`);--> statement-breakpoint
CREATE INDEX `load_driver` ON `load` (`driver_phone`) WHERE driver_phone is not null;--> statement-breakpoint
CREATE INDEX `load_truck` ON `load` (`truck_number`) WHERE truck_number is not null;--> statement-breakpoint
CREATE INDEX `load_covered` ON `load` (`covered_at`) WHERE covered_at is not null;--> statement-breakpoint
CREATE INDEX `load_customer` ON `load` (`customer_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `load_created` ON `load` (`created_at`);--> statement-breakpoint
CREATE INDEX `load_origin_city` ON `load` (`origin_city`,`created_at`);--> statement-breakpoint
CREATE TABLE `__new_quote_line` (
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
	`rate_e6` integer,
	`rate_day` text,
	`priced_at` integer,
	`decided_at` integer,
	`lost_why` text,
	`lost_to_minor` integer,
	FOREIGN KEY (`quote_id`) REFERENCES `quote`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "quote_line_priced" CHECK(state = 'draft' or sell_minor is not null),
	CONSTRAINT "quote_line_whole" CHECK(sell_minor is null or problems = '[]'),
	CONSTRAINT "quote_line_lost" CHECK((state = 'lost') = (lost_why is not null)),
	CONSTRAINT "quote_line_state" CHECK("state" in ('draft', 'sent', 'won', 'lost', 'lapsed')),
	CONSTRAINT "quote_line_equipment" CHECK("equipment" in ('van', 'reefer', 'flatbed', 'step_deck', 'box_truck', 'sprinter', 'hotshot', 'power_only', 'conestoga', 'lowboy', 'tanker', 'hopper', 'container')),
	CONSTRAINT "quote_line_band_basis" CHECK("band_basis" in ('lane', 'area', 'region', 'model')),
	CONSTRAINT "quote_line_lost_why" CHECK("lost_why" in ('price', 'service', 'too_late', 'no_freight', 'no_answer', 'other'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_quote_line` (`id`, `quote_id`, `position`, `state`, `cells`, `problems`, `origin_city`, `origin_region`, `origin_postal`, `origin_lat`, `origin_lon`, `dest_city`, `dest_region`, `dest_postal`, `dest_lat`, `dest_lon`, `equipment`, `weight_lb`, `pickup_from`, `pickup_to`, `loads`, `commodity`, `comment`, `theirs_minor`, `own_price_minor`, `miles`, `band_low_minor`, `band_middle_minor`, `band_high_minor`, `band_comparables`, `band_newest_at`, `band_basis`, `charges`, `line_haul_minor`, `fuel_minor`, `sell_minor`, `rate_e6`, `rate_day`, `priced_at`, `decided_at`, `lost_why`, `lost_to_minor`) SELECT `id`, CASE typeof(`quote_id`) WHEN 'real' THEN CAST(round(`quote_id`) AS INTEGER) ELSE `quote_id` END, CASE typeof(`position`) WHEN 'real' THEN CAST(round(`position`) AS INTEGER) ELSE `position` END, `state`, `cells`, `problems`, `origin_city`, `origin_region`, `origin_postal`, `origin_lat`, `origin_lon`, `dest_city`, `dest_region`, `dest_postal`, `dest_lat`, `dest_lon`, `equipment`, CASE typeof(`weight_lb`) WHEN 'real' THEN CAST(round(`weight_lb`) AS INTEGER) ELSE `weight_lb` END, `pickup_from`, `pickup_to`, CASE typeof(`loads`) WHEN 'real' THEN CAST(round(`loads`) AS INTEGER) ELSE `loads` END, `commodity`, `comment`, CASE typeof(`theirs_minor`) WHEN 'real' THEN CAST(round(`theirs_minor`) AS INTEGER) ELSE `theirs_minor` END, CASE typeof(`own_price_minor`) WHEN 'real' THEN CAST(round(`own_price_minor`) AS INTEGER) ELSE `own_price_minor` END, `miles`, CASE typeof(`band_low_minor`) WHEN 'real' THEN CAST(round(`band_low_minor`) AS INTEGER) ELSE `band_low_minor` END, CASE typeof(`band_middle_minor`) WHEN 'real' THEN CAST(round(`band_middle_minor`) AS INTEGER) ELSE `band_middle_minor` END, CASE typeof(`band_high_minor`) WHEN 'real' THEN CAST(round(`band_high_minor`) AS INTEGER) ELSE `band_high_minor` END, CASE typeof(`band_comparables`) WHEN 'real' THEN CAST(round(`band_comparables`) AS INTEGER) ELSE `band_comparables` END, CASE typeof(`band_newest_at`) WHEN 'real' THEN CAST(round(`band_newest_at`) AS INTEGER) ELSE `band_newest_at` END, `band_basis`, `charges`, CASE typeof(`line_haul_minor`) WHEN 'real' THEN CAST(round(`line_haul_minor`) AS INTEGER) ELSE `line_haul_minor` END, CASE typeof(`fuel_minor`) WHEN 'real' THEN CAST(round(`fuel_minor`) AS INTEGER) ELSE `fuel_minor` END, CASE typeof(`sell_minor`) WHEN 'real' THEN CAST(round(`sell_minor`) AS INTEGER) ELSE `sell_minor` END, CASE typeof(`rate_e6`) WHEN 'real' THEN CAST(round(`rate_e6`) AS INTEGER) ELSE `rate_e6` END, `rate_day`, CASE typeof(`priced_at`) WHEN 'real' THEN CAST(round(`priced_at`) AS INTEGER) ELSE `priced_at` END, CASE typeof(`decided_at`) WHEN 'real' THEN CAST(round(`decided_at`) AS INTEGER) ELSE `decided_at` END, `lost_why`, CASE typeof(`lost_to_minor`) WHEN 'real' THEN CAST(round(`lost_to_minor`) AS INTEGER) ELSE `lost_to_minor` END FROM `quote_line`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_quote_line';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_quote_line', seq FROM sqlite_sequence WHERE name = 'quote_line';--> statement-breakpoint
DROP TABLE `quote_line`;--> statement-breakpoint
ALTER TABLE `__new_quote_line` RENAME TO `quote_line`;--> statement-breakpoint
CREATE UNIQUE INDEX `quote_line_position` ON `quote_line` (`quote_id`,`position`);--> statement-breakpoint
CREATE INDEX `quote_line_lane` ON `quote_line` (`origin_postal`,`dest_postal`,`equipment`) WHERE sell_minor is not null;--> statement-breakpoint
CREATE INDEX `quote_line_decided` ON `quote_line` (`decided_at`) WHERE decided_at is not null;--> statement-breakpoint
CREATE INDEX `quote_line_sent` ON `quote_line` (`quote_id`) WHERE state = 'sent';--> statement-breakpoint
CREATE TABLE `__new_tender_notice` (
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
	`answered_by_id` integer,
	`answered_by_rule` integer DEFAULT false NOT NULL,
	`reason_code` text,
	`note` text DEFAULT '' NOT NULL,
	`warned_at` integer,
	FOREIGN KEY (`tender_id`) REFERENCES `tender`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`document_id`) REFERENCES `exchange_document`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "tender_notice_purpose" CHECK("purpose" in ('original', 'change', 'cancel', 'confirmation')),
	CONSTRAINT "tender_notice_state" CHECK("state" in ('open', 'accepted', 'declined', 'lapsed', 'withdrawn', 'overtaken', 'noted'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_tender_notice` (`id`, `tender_id`, `partner_id`, `document_id`, `customer_id`, `purpose`, `state`, `received_at`, `respond_by`, `practice`, `tender`, `facts`, `remark`, `answered_at`, `answered_by`, `answered_by_id`, `answered_by_rule`, `reason_code`, `note`, `warned_at`) SELECT `id`, CASE typeof(`tender_id`) WHEN 'real' THEN CAST(round(`tender_id`) AS INTEGER) ELSE `tender_id` END, CASE typeof(`partner_id`) WHEN 'real' THEN CAST(round(`partner_id`) AS INTEGER) ELSE `partner_id` END, CASE typeof(`document_id`) WHEN 'real' THEN CAST(round(`document_id`) AS INTEGER) ELSE `document_id` END, CASE typeof(`customer_id`) WHEN 'real' THEN CAST(round(`customer_id`) AS INTEGER) ELSE `customer_id` END, `purpose`, `state`, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END, CASE typeof(`respond_by`) WHEN 'real' THEN CAST(round(`respond_by`) AS INTEGER) ELSE `respond_by` END, CASE typeof(`practice`) WHEN 'real' THEN CAST(round(`practice`) AS INTEGER) ELSE `practice` END, `tender`, `facts`, `remark`, CASE typeof(`answered_at`) WHEN 'real' THEN CAST(round(`answered_at`) AS INTEGER) ELSE `answered_at` END, `answered_by`, CASE typeof(`answered_by_id`) WHEN 'real' THEN CAST(round(`answered_by_id`) AS INTEGER) ELSE `answered_by_id` END, CASE typeof(`answered_by_rule`) WHEN 'real' THEN CAST(round(`answered_by_rule`) AS INTEGER) ELSE `answered_by_rule` END, `reason_code`, `note`, CASE typeof(`warned_at`) WHEN 'real' THEN CAST(round(`warned_at`) AS INTEGER) ELSE `warned_at` END FROM `tender_notice`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_tender_notice';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_tender_notice', seq FROM sqlite_sequence WHERE name = 'tender_notice';--> statement-breakpoint
DROP TABLE `tender_notice`;--> statement-breakpoint
ALTER TABLE `__new_tender_notice` RENAME TO `tender_notice`;--> statement-breakpoint
CREATE INDEX `tender_notice_open` ON `tender_notice` (`respond_by`) WHERE state = 'open';--> statement-breakpoint
CREATE INDEX `tender_notice_tender` ON `tender_notice` (`tender_id`);--> statement-breakpoint
CREATE INDEX `tender_notice_answered` ON `tender_notice` (`answered_at`) WHERE answered_at is not null;--> statement-breakpoint
CREATE INDEX `tender_notice_customer` ON `tender_notice` (`customer_id`,`received_at`);--> statement-breakpoint
CREATE INDEX `tender_notice_document` ON `tender_notice` (`document_id`);--> statement-breakpoint
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
	CONSTRAINT "carrier_link_purpose" CHECK("purpose" in ('papers', 'agreement'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_carrier_link` (`id`, `carrier_id`, `purpose`, `kinds`, `sent_to`, `asked_by`, `asked_at`, `expires_at`, `revoked_at`, `used_at`) SELECT `id`, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `purpose`, `kinds`, `sent_to`, `asked_by`, CASE typeof(`asked_at`) WHEN 'real' THEN CAST(round(`asked_at`) AS INTEGER) ELSE `asked_at` END, CASE typeof(`expires_at`) WHEN 'real' THEN CAST(round(`expires_at`) AS INTEGER) ELSE `expires_at` END, CASE typeof(`revoked_at`) WHEN 'real' THEN CAST(round(`revoked_at`) AS INTEGER) ELSE `revoked_at` END, CASE typeof(`used_at`) WHEN 'real' THEN CAST(round(`used_at`) AS INTEGER) ELSE `used_at` END FROM `carrier_link`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_carrier_link';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_carrier_link', seq FROM sqlite_sequence WHERE name = 'carrier_link';--> statement-breakpoint
DROP TABLE `carrier_link`;--> statement-breakpoint
ALTER TABLE `__new_carrier_link` RENAME TO `carrier_link`;--> statement-breakpoint
CREATE INDEX `carrier_link_carrier` ON `carrier_link` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `__new_contact` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`name` text NOT NULL,
	`role` text NOT NULL,
	`mail` text,
	`phone` text,
	`added_at` integer NOT NULL,
	`added_by` text NOT NULL,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "contact_reach" CHECK(mail is not null or phone is not null),
	CONSTRAINT "contact_role" CHECK("role" in ('dispatch', 'after_hours', 'accounts', 'owner', 'claims', 'other'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_contact` (`id`, `carrier_id`, `name`, `role`, `mail`, `phone`, `added_at`, `added_by`) SELECT `id`, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `name`, `role`, `mail`, `phone`, CASE typeof(`added_at`) WHEN 'real' THEN CAST(round(`added_at`) AS INTEGER) ELSE `added_at` END, `added_by` FROM `contact`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_contact';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_contact', seq FROM sqlite_sequence WHERE name = 'contact';--> statement-breakpoint
DROP TABLE `contact`;--> statement-breakpoint
ALTER TABLE `__new_contact` RENAME TO `contact`;--> statement-breakpoint
CREATE INDEX `contact_carrier` ON `contact` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `__new_fact` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`carrier_id` integer NOT NULL,
	`field` text NOT NULL,
	`value` text NOT NULL,
	`source` text NOT NULL,
	`by_name` text,
	`seen_at` integer NOT NULL,
	`ended_at` integer,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "fact_source" CHECK("source" in ('register', 'certificate', 'person', 'carrier'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_fact` (`id`, `carrier_id`, `field`, `value`, `source`, `by_name`, `seen_at`, `ended_at`) SELECT `id`, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `field`, `value`, `source`, `by_name`, CASE typeof(`seen_at`) WHEN 'real' THEN CAST(round(`seen_at`) AS INTEGER) ELSE `seen_at` END, CASE typeof(`ended_at`) WHEN 'real' THEN CAST(round(`ended_at`) AS INTEGER) ELSE `ended_at` END FROM `fact`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_fact';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_fact', seq FROM sqlite_sequence WHERE name = 'fact';--> statement-breakpoint
DROP TABLE `fact`;--> statement-breakpoint
ALTER TABLE `__new_fact` RENAME TO `fact`;--> statement-breakpoint
CREATE INDEX `fact_carrier` ON `fact` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `fact_seen` ON `fact` (`seen_at`);--> statement-breakpoint
CREATE UNIQUE INDEX `fact_current` ON `fact` (`carrier_id`,`field`,`source`) WHERE ended_at is null;--> statement-breakpoint
CREATE TABLE `__new_gate_alert` (
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
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "gate_alert_ended_how" CHECK("ended_how" in ('mended', 'passed', 'other_carrier'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_gate_alert` (`id`, `load_id`, `carrier_id`, `reasons`, `raised_at`, `ended_at`, `ended_how`, `ended_by`, `because`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `reasons`, CASE typeof(`raised_at`) WHEN 'real' THEN CAST(round(`raised_at`) AS INTEGER) ELSE `raised_at` END, CASE typeof(`ended_at`) WHEN 'real' THEN CAST(round(`ended_at`) AS INTEGER) ELSE `ended_at` END, `ended_how`, `ended_by`, `because` FROM `gate_alert`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_gate_alert';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_gate_alert', seq FROM sqlite_sequence WHERE name = 'gate_alert';--> statement-breakpoint
DROP TABLE `gate_alert`;--> statement-breakpoint
ALTER TABLE `__new_gate_alert` RENAME TO `gate_alert`;--> statement-breakpoint
CREATE UNIQUE INDEX `gate_alert_open` ON `gate_alert` (`load_id`,`carrier_id`) WHERE ended_at is null;--> statement-breakpoint
CREATE TABLE `__new_gate_override` (
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
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "gate_override_stage" CHECK("stage" in ('award', 'confirmation', 'dispatch'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_gate_override` (`id`, `load_id`, `carrier_id`, `stage`, `reasons`, `because`, `by_name`, `at`, `policy_version`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `stage`, `reasons`, `because`, `by_name`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END, CASE typeof(`policy_version`) WHEN 'real' THEN CAST(round(`policy_version`) AS INTEGER) ELSE `policy_version` END FROM `gate_override`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_gate_override';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_gate_override', seq FROM sqlite_sequence WHERE name = 'gate_override';--> statement-breakpoint
DROP TABLE `gate_override`;--> statement-breakpoint
ALTER TABLE `__new_gate_override` RENAME TO `gate_override`;--> statement-breakpoint
CREATE INDEX `gate_override_load` ON `gate_override` (`load_id`);--> statement-breakpoint
CREATE TABLE `__new_load_mark` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`mark` text NOT NULL,
	`by_name` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "load_mark_mark" CHECK("mark" in ('picked_up_on_time', 'picked_up_late', 'call_answered', 'call_missed', 'claim', 'dispute'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_load_mark` (`id`, `load_id`, `carrier_id`, `mark`, `by_name`, `at`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `mark`, `by_name`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END FROM `load_mark`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_load_mark';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_load_mark', seq FROM sqlite_sequence WHERE name = 'load_mark';--> statement-breakpoint
DROP TABLE `load_mark`;--> statement-breakpoint
ALTER TABLE `__new_load_mark` RENAME TO `load_mark`;--> statement-breakpoint
CREATE INDEX `load_mark_carrier` ON `load_mark` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `__new_paper` (
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
	CONSTRAINT "paper_checked" CHECK((state = 'checked') = (checked_at is not null)),
	CONSTRAINT "paper_kind" CHECK("kind" in ('w9', 'agreement', 'certificate', 'letter', 'permit_hazmat', 'permit_canada', 'permit_mexico', 'other')),
	CONSTRAINT "paper_state" CHECK("state" in ('waiting', 'checked', 'refused'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_paper` (`id`, `carrier_id`, `kind`, `state`, `file_name`, `type`, `size`, `stored_as`, `expires_on`, `received_at`, `received_from`, `received_by_id`, `link_id`, `checked_at`, `checked_by`, `checked_by_id`, `refused_because`) SELECT `id`, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `kind`, `state`, `file_name`, `type`, CASE typeof(`size`) WHEN 'real' THEN CAST(round(`size`) AS INTEGER) ELSE `size` END, `stored_as`, `expires_on`, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END, `received_from`, CASE typeof(`received_by_id`) WHEN 'real' THEN CAST(round(`received_by_id`) AS INTEGER) ELSE `received_by_id` END, CASE typeof(`link_id`) WHEN 'real' THEN CAST(round(`link_id`) AS INTEGER) ELSE `link_id` END, CASE typeof(`checked_at`) WHEN 'real' THEN CAST(round(`checked_at`) AS INTEGER) ELSE `checked_at` END, `checked_by`, CASE typeof(`checked_by_id`) WHEN 'real' THEN CAST(round(`checked_by_id`) AS INTEGER) ELSE `checked_by_id` END, `refused_because` FROM `paper`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_paper';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_paper', seq FROM sqlite_sequence WHERE name = 'paper';--> statement-breakpoint
DROP TABLE `paper`;--> statement-breakpoint
ALTER TABLE `__new_paper` RENAME TO `paper`;--> statement-breakpoint
CREATE INDEX `paper_carrier` ON `paper` (`carrier_id`);--> statement-breakpoint
CREATE INDEX `paper_waiting` ON `paper` (`received_at`) WHERE state = 'waiting';--> statement-breakpoint
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
	CONSTRAINT "payee_two_people" CHECK(state not in ('approved', 'refused') or decided_by_id <> asked_by_id),
	CONSTRAINT "payee_kind" CHECK("kind" in ('carrier', 'factoring')),
	CONSTRAINT "payee_state" CHECK("state" in ('waiting', 'approved', 'refused', 'replaced'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_payee` (`id`, `carrier_id`, `kind`, `name`, `bank_name`, `routing`, `account_end`, `account_sealed`, `account_key`, `state`, `asked_by`, `asked_by_id`, `asked_at`, `decided_by`, `decided_by_id`, `decided_at`) SELECT `id`, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `kind`, `name`, `bank_name`, `routing`, `account_end`, `account_sealed`, `account_key`, `state`, `asked_by`, CASE typeof(`asked_by_id`) WHEN 'real' THEN CAST(round(`asked_by_id`) AS INTEGER) ELSE `asked_by_id` END, CASE typeof(`asked_at`) WHEN 'real' THEN CAST(round(`asked_at`) AS INTEGER) ELSE `asked_at` END, `decided_by`, CASE typeof(`decided_by_id`) WHEN 'real' THEN CAST(round(`decided_by_id`) AS INTEGER) ELSE `decided_by_id` END, CASE typeof(`decided_at`) WHEN 'real' THEN CAST(round(`decided_at`) AS INTEGER) ELSE `decided_at` END FROM `payee`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_payee';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_payee', seq FROM sqlite_sequence WHERE name = 'payee';--> statement-breakpoint
DROP TABLE `payee`;--> statement-breakpoint
ALTER TABLE `__new_payee` RENAME TO `payee`;--> statement-breakpoint
CREATE INDEX `payee_carrier` ON `payee` (`carrier_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `payee_current` ON `payee` (`carrier_id`) WHERE state = 'approved';--> statement-breakpoint
CREATE UNIQUE INDEX `payee_waiting` ON `payee` (`carrier_id`) WHERE state = 'waiting';--> statement-breakpoint
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
	CONSTRAINT "policy_days" CHECK(expires_on >= effective_on),
	CONSTRAINT "policy_kind" CHECK("kind" in ('liability', 'cargo', 'refrigeration'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_policy` (`id`, `carrier_id`, `kind`, `insurer`, `number`, `insured_name`, `limit_minor`, `effective_on`, `expires_on`, `cancelled_on`, `paper_id`) SELECT `id`, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `kind`, `insurer`, `number`, `insured_name`, CASE typeof(`limit_minor`) WHEN 'real' THEN CAST(round(`limit_minor`) AS INTEGER) ELSE `limit_minor` END, `effective_on`, `expires_on`, `cancelled_on`, CASE typeof(`paper_id`) WHEN 'real' THEN CAST(round(`paper_id`) AS INTEGER) ELSE `paper_id` END FROM `policy`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_policy';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_policy', seq FROM sqlite_sequence WHERE name = 'policy';--> statement-breakpoint
DROP TABLE `policy`;--> statement-breakpoint
ALTER TABLE `__new_policy` RENAME TO `policy`;--> statement-breakpoint
CREATE INDEX `policy_carrier` ON `policy` (`carrier_id`);--> statement-breakpoint
CREATE TABLE `__new_exchange` (
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
	FOREIGN KEY (`partner_id`) REFERENCES `partner`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "exchange_direction" CHECK("direction" in ('in', 'out')),
	CONSTRAINT "exchange_state" CHECK("state" in ('read', 'repeat', 'unreadable', 'waiting', 'sent', 'failed'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_exchange` (`id`, `partner_id`, `direction`, `at`, `source`, `raw`, `digest`, `control`, `said_at`, `usage`, `state`, `problem`, `attempts`) SELECT `id`, CASE typeof(`partner_id`) WHEN 'real' THEN CAST(round(`partner_id`) AS INTEGER) ELSE `partner_id` END, `direction`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END, `source`, `raw`, `digest`, CASE typeof(`control`) WHEN 'real' THEN CAST(round(`control`) AS INTEGER) ELSE `control` END, CASE typeof(`said_at`) WHEN 'real' THEN CAST(round(`said_at`) AS INTEGER) ELSE `said_at` END, `usage`, `state`, `problem`, CASE typeof(`attempts`) WHEN 'real' THEN CAST(round(`attempts`) AS INTEGER) ELSE `attempts` END FROM `exchange`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_exchange';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_exchange', seq FROM sqlite_sequence WHERE name = 'exchange';--> statement-breakpoint
DROP TABLE `exchange`;--> statement-breakpoint
ALTER TABLE `__new_exchange` RENAME TO `exchange`;--> statement-breakpoint
CREATE INDEX `exchange_control` ON `exchange` (`partner_id`,`direction`,`control`);--> statement-breakpoint
CREATE INDEX `exchange_at` ON `exchange` (`at`);--> statement-breakpoint
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
	FOREIGN KEY (`notice_id`) REFERENCES `tender_notice`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "exchange_document_direction" CHECK("direction" in ('in', 'out')),
	CONSTRAINT "exchange_document_verdict" CHECK("verdict" in ('A', 'E', 'R')),
	CONSTRAINT "exchange_document_state" CHECK("state" in ('to_read', 'read', 'refused', 'kept', 'out'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_exchange_document` (`id`, `exchange_id`, `partner_id`, `direction`, `at`, `kind`, `ordinal`, `group_type`, `group_control`, `set_control`, `number`, `verdict`, `faults`, `state`, `problem`, `load_id`, `notice_id`, `ack_verdict`, `ack_note`, `ack_at`) SELECT `id`, CASE typeof(`exchange_id`) WHEN 'real' THEN CAST(round(`exchange_id`) AS INTEGER) ELSE `exchange_id` END, CASE typeof(`partner_id`) WHEN 'real' THEN CAST(round(`partner_id`) AS INTEGER) ELSE `partner_id` END, `direction`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END, `kind`, CASE typeof(`ordinal`) WHEN 'real' THEN CAST(round(`ordinal`) AS INTEGER) ELSE `ordinal` END, `group_type`, `group_control`, `set_control`, `number`, `verdict`, `faults`, `state`, `problem`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`notice_id`) WHEN 'real' THEN CAST(round(`notice_id`) AS INTEGER) ELSE `notice_id` END, `ack_verdict`, `ack_note`, CASE typeof(`ack_at`) WHEN 'real' THEN CAST(round(`ack_at`) AS INTEGER) ELSE `ack_at` END FROM `exchange_document`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_exchange_document';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_exchange_document', seq FROM sqlite_sequence WHERE name = 'exchange_document';--> statement-breakpoint
DROP TABLE `exchange_document`;--> statement-breakpoint
ALTER TABLE `__new_exchange_document` RENAME TO `exchange_document`;--> statement-breakpoint
CREATE INDEX `exchange_document_exchange` ON `exchange_document` (`exchange_id`);--> statement-breakpoint
CREATE INDEX `exchange_document_to_read` ON `exchange_document` (`id`) WHERE state = 'to_read';--> statement-breakpoint
CREATE INDEX `exchange_document_number` ON `exchange_document` (`number`);--> statement-breakpoint
CREATE INDEX `exchange_document_rejected` ON `exchange_document` (`at`) WHERE ack_verdict in ('R', 'P');--> statement-breakpoint
CREATE INDEX `exchange_document_kind` ON `exchange_document` (`kind`,`at`);--> statement-breakpoint
CREATE INDEX `exchange_document_partner` ON `exchange_document` (`partner_id`,`at`);--> statement-breakpoint
CREATE INDEX `exchange_document_load` ON `exchange_document` (`load_id`) WHERE load_id is not null;--> statement-breakpoint
CREATE TABLE `__new_partner` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`customer_id` integer,
	`transport` text NOT NULL,
	`address` text NOT NULL,
	`secret` text DEFAULT '' NOT NULL,
	`allow_private` integer DEFAULT false NOT NULL,
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
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "partner_transport" CHECK("transport" in ('folder', 'http', 'site')),
	CONSTRAINT "partner_usage" CHECK("usage" in ('T', 'P')),
	CONSTRAINT "partner_on_expiry" CHECK("on_expiry" in ('lapse', 'decline', 'keep'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_partner` (`id`, `name`, `customer_id`, `transport`, `address`, `secret`, `allow_private`, `their_qualifier`, `their_id`, `their_group`, `our_qualifier`, `our_id`, `our_group`, `scac`, `version`, `delimiters`, `usage`, `documents`, `respond_minutes`, `on_expiry`, `takes_notes`, `status_codes`, `contact_name`, `contact_phone`, `contact_mail`, `last_control`, `paused`, `problem`) SELECT `id`, `name`, CASE typeof(`customer_id`) WHEN 'real' THEN CAST(round(`customer_id`) AS INTEGER) ELSE `customer_id` END, `transport`, `address`, `secret`, CASE typeof(`allow_private`) WHEN 'real' THEN CAST(round(`allow_private`) AS INTEGER) ELSE `allow_private` END, `their_qualifier`, `their_id`, `their_group`, `our_qualifier`, `our_id`, `our_group`, `scac`, `version`, `delimiters`, `usage`, `documents`, CASE typeof(`respond_minutes`) WHEN 'real' THEN CAST(round(`respond_minutes`) AS INTEGER) ELSE `respond_minutes` END, `on_expiry`, CASE typeof(`takes_notes`) WHEN 'real' THEN CAST(round(`takes_notes`) AS INTEGER) ELSE `takes_notes` END, `status_codes`, `contact_name`, `contact_phone`, `contact_mail`, CASE typeof(`last_control`) WHEN 'real' THEN CAST(round(`last_control`) AS INTEGER) ELSE `last_control` END, CASE typeof(`paused`) WHEN 'real' THEN CAST(round(`paused`) AS INTEGER) ELSE `paused` END, `problem` FROM `partner`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_partner';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_partner', seq FROM sqlite_sequence WHERE name = 'partner';--> statement-breakpoint
DROP TABLE `partner`;--> statement-breakpoint
ALTER TABLE `__new_partner` RENAME TO `partner`;--> statement-breakpoint
CREATE UNIQUE INDEX `partner_name` ON `partner` (`name`);--> statement-breakpoint
CREATE INDEX `partner_ids` ON `partner` (`their_qualifier`,`their_id`);--> statement-breakpoint
CREATE TABLE `__new_partner_code` (
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
	FOREIGN KEY (`facility_id`) REFERENCES `facility`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "partner_code_kind" CHECK("kind" in ('customer', 'location', 'equipment')),
	CONSTRAINT "partner_code_equipment" CHECK("equipment" in ('van', 'reefer', 'flatbed', 'step_deck', 'box_truck', 'sprinter', 'hotshot', 'power_only', 'conestoga', 'lowboy', 'tanker', 'hopper', 'container'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_partner_code` (`id`, `partner_id`, `kind`, `code`, `said`, `customer_id`, `facility_id`, `equipment`, `first_seen_at`, `mapped_by`, `mapped_at`) SELECT `id`, CASE typeof(`partner_id`) WHEN 'real' THEN CAST(round(`partner_id`) AS INTEGER) ELSE `partner_id` END, `kind`, `code`, `said`, CASE typeof(`customer_id`) WHEN 'real' THEN CAST(round(`customer_id`) AS INTEGER) ELSE `customer_id` END, CASE typeof(`facility_id`) WHEN 'real' THEN CAST(round(`facility_id`) AS INTEGER) ELSE `facility_id` END, `equipment`, CASE typeof(`first_seen_at`) WHEN 'real' THEN CAST(round(`first_seen_at`) AS INTEGER) ELSE `first_seen_at` END, `mapped_by`, CASE typeof(`mapped_at`) WHEN 'real' THEN CAST(round(`mapped_at`) AS INTEGER) ELSE `mapped_at` END FROM `partner_code`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_partner_code';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_partner_code', seq FROM sqlite_sequence WHERE name = 'partner_code';--> statement-breakpoint
DROP TABLE `partner_code`;--> statement-breakpoint
ALTER TABLE `__new_partner_code` RENAME TO `partner_code`;--> statement-breakpoint
CREATE UNIQUE INDEX `partner_code_of` ON `partner_code` (`partner_id`,`kind`,`code`);--> statement-breakpoint
CREATE TABLE `__new_charge` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`side` text NOT NULL,
	`kind` text NOT NULL,
	`basis` text NOT NULL,
	`rate_e4` integer NOT NULL,
	`quantity` real,
	`currency` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`paid_on` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "charge_side" CHECK("side" in ('sell', 'buy')),
	CONSTRAINT "charge_kind" CHECK("kind" in ('line_haul', 'fuel_surcharge', 'stop_off', 'lumper', 'detention', 'layover', 'tarp', 'permit', 'truck_ordered_not_used', 'advance', 'other')),
	CONSTRAINT "charge_basis" CHECK("basis" in ('flat', 'per_mile', 'hundredweight', 'ton', 'bushel', 'pallet', 'hour', 'percent_of_line_haul')),
	CONSTRAINT "charge_currency" CHECK("currency" in ('USD', 'CAD'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_charge` (`id`, `load_id`, `side`, `kind`, `basis`, `rate_e4`, `quantity`, `currency`, `note`, `paid_on`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, `side`, `kind`, `basis`, CASE typeof(`rate_e4`) WHEN 'real' THEN CAST(round(`rate_e4`) AS INTEGER) ELSE `rate_e4` END, `quantity`, `currency`, `note`, `paid_on` FROM `charge`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_charge';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_charge', seq FROM sqlite_sequence WHERE name = 'charge';--> statement-breakpoint
DROP TABLE `charge`;--> statement-breakpoint
ALTER TABLE `__new_charge` RENAME TO `charge`;--> statement-breakpoint
CREATE INDEX `charge_load` ON `charge` (`load_id`);--> statement-breakpoint
CREATE TABLE `__new_note` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`audience` text NOT NULL,
	`text` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "note_audience" CHECK("audience" in ('us', 'carrier', 'customer'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_note` (`id`, `load_id`, `audience`, `text`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, `audience`, `text` FROM `note`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_note';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_note', seq FROM sqlite_sequence WHERE name = 'note';--> statement-breakpoint
DROP TABLE `note`;--> statement-breakpoint
ALTER TABLE `__new_note` RENAME TO `note`;--> statement-breakpoint
CREATE INDEX `note_load` ON `note` (`load_id`);--> statement-breakpoint
CREATE TABLE `__new_rate_correction` (
	`load_id` integer PRIMARY KEY NOT NULL,
	`verdict` text NOT NULL,
	`price_minor` integer,
	`by_name` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "rate_correction_price" CHECK((verdict = 'price') = (price_minor is not null)),
	CONSTRAINT "rate_correction_verdict" CHECK("verdict" in ('price', 'left_out', 'as_paid'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_rate_correction` (`load_id`, `verdict`, `price_minor`, `by_name`, `at`) SELECT `load_id`, `verdict`, CASE typeof(`price_minor`) WHEN 'real' THEN CAST(round(`price_minor`) AS INTEGER) ELSE `price_minor` END, `by_name`, CASE typeof(`at`) WHEN 'real' THEN CAST(round(`at`) AS INTEGER) ELSE `at` END FROM `rate_correction`;--> statement-breakpoint
DROP TABLE `rate_correction`;--> statement-breakpoint
ALTER TABLE `__new_rate_correction` RENAME TO `rate_correction`;--> statement-breakpoint
CREATE TABLE `__new_reference` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`kind` text NOT NULL,
	`value` text NOT NULL,
	`show_on` text NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "reference_kind" CHECK("kind" in ('purchase_order', 'customer_order', 'pickup_number', 'delivery_number', 'bill_of_lading', 'contract_number', 'other'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_reference` (`id`, `load_id`, `kind`, `value`, `show_on`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, `kind`, `value`, `show_on` FROM `reference`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_reference';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_reference', seq FROM sqlite_sequence WHERE name = 'reference';--> statement-breakpoint
DROP TABLE `reference`;--> statement-breakpoint
ALTER TABLE `__new_reference` RENAME TO `reference`;--> statement-breakpoint
CREATE INDEX `reference_load` ON `reference` (`load_id`);--> statement-breakpoint
CREATE INDEX `reference_value` ON `reference` (`value`);--> statement-breakpoint
CREATE TABLE `__new_stop` (
	`load_id` integer NOT NULL,
	`sequence` integer NOT NULL,
	`kind` text NOT NULL,
	`facility_id` integer NOT NULL,
	`earliest_local` text NOT NULL,
	`latest_local` text,
	`booking` text NOT NULL,
	PRIMARY KEY(`load_id`, `sequence`),
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`facility_id`) REFERENCES `facility`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "stop_kind" CHECK("kind" in ('pickup', 'delivery')),
	CONSTRAINT "stop_booking" CHECK("booking" in ('appointment', 'first_come'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_stop` (`load_id`, `sequence`, `kind`, `facility_id`, `earliest_local`, `latest_local`, `booking`) SELECT `load_id`, `sequence`, `kind`, CASE typeof(`facility_id`) WHEN 'real' THEN CAST(round(`facility_id`) AS INTEGER) ELSE `facility_id` END, `earliest_local`, `latest_local`, `booking` FROM `stop`;--> statement-breakpoint
DROP TABLE `stop`;--> statement-breakpoint
ALTER TABLE `__new_stop` RENAME TO `stop`;--> statement-breakpoint
CREATE INDEX `stop_facility` ON `stop` (`facility_id`);--> statement-breakpoint
CREATE TABLE `__new_exchange_rate` (
	`day` text NOT NULL,
	`from_currency` text NOT NULL,
	`to_currency` text NOT NULL,
	`rate_e6` integer NOT NULL,
	`source` text NOT NULL,
	`received_at` integer NOT NULL,
	PRIMARY KEY(`from_currency`, `to_currency`, `day`),
	CONSTRAINT "exchange_rate_positive" CHECK(rate_e6 > 0),
	CONSTRAINT "exchange_rate_from_currency" CHECK("from_currency" in ('USD', 'CAD')),
	CONSTRAINT "exchange_rate_to_currency" CHECK("to_currency" in ('USD', 'CAD'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_exchange_rate` (`day`, `from_currency`, `to_currency`, `rate_e6`, `source`, `received_at`) SELECT `day`, `from_currency`, `to_currency`, CASE typeof(`rate_e6`) WHEN 'real' THEN CAST(round(`rate_e6`) AS INTEGER) ELSE `rate_e6` END, `source`, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END FROM `exchange_rate`;--> statement-breakpoint
DROP TABLE `exchange_rate`;--> statement-breakpoint
ALTER TABLE `__new_exchange_rate` RENAME TO `exchange_rate`;--> statement-breakpoint
CREATE TABLE `__new_fuel_table` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`base_e3` integer NOT NULL,
	`step_e3` integer NOT NULL,
	`basis` text NOT NULL,
	`add_e4` integer NOT NULL,
	`begun_step_counts` integer DEFAULT true NOT NULL,
	CONSTRAINT "fuel_table_step" CHECK(step_e3 > 0 and add_e4 > 0),
	CONSTRAINT "fuel_table_basis" CHECK("basis" in ('per_mile', 'percent_of_line_haul'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_fuel_table` (`id`, `name`, `base_e3`, `step_e3`, `basis`, `add_e4`, `begun_step_counts`) SELECT `id`, `name`, CASE typeof(`base_e3`) WHEN 'real' THEN CAST(round(`base_e3`) AS INTEGER) ELSE `base_e3` END, CASE typeof(`step_e3`) WHEN 'real' THEN CAST(round(`step_e3`) AS INTEGER) ELSE `step_e3` END, `basis`, CASE typeof(`add_e4`) WHEN 'real' THEN CAST(round(`add_e4`) AS INTEGER) ELSE `add_e4` END, CASE typeof(`begun_step_counts`) WHEN 'real' THEN CAST(round(`begun_step_counts`) AS INTEGER) ELSE `begun_step_counts` END FROM `fuel_table`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_fuel_table';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_fuel_table', seq FROM sqlite_sequence WHERE name = 'fuel_table';--> statement-breakpoint
DROP TABLE `fuel_table`;--> statement-breakpoint
ALTER TABLE `__new_fuel_table` RENAME TO `fuel_table`;--> statement-breakpoint
CREATE UNIQUE INDEX `fuel_table_name` ON `fuel_table` (`name`);--> statement-breakpoint
CREATE TABLE `__new_market_average` (
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
	CONSTRAINT "market_average_count" CHECK(count > 0 and average_minor > 0),
	CONSTRAINT "market_average_equipment" CHECK("equipment" in ('van', 'reefer', 'flatbed', 'step_deck', 'box_truck', 'sprinter', 'hotshot', 'power_only', 'conestoga', 'lowboy', 'tanker', 'hopper', 'container'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_market_average` (`day`, `origin_postal`, `dest_postal`, `equipment`, `miles`, `average_minor`, `count`, `published_at`, `received_at`) SELECT `day`, `origin_postal`, `dest_postal`, `equipment`, `miles`, CASE typeof(`average_minor`) WHEN 'real' THEN CAST(round(`average_minor`) AS INTEGER) ELSE `average_minor` END, CASE typeof(`count`) WHEN 'real' THEN CAST(round(`count`) AS INTEGER) ELSE `count` END, CASE typeof(`published_at`) WHEN 'real' THEN CAST(round(`published_at`) AS INTEGER) ELSE `published_at` END, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END FROM `market_average`;--> statement-breakpoint
DROP TABLE `market_average`;--> statement-breakpoint
ALTER TABLE `__new_market_average` RENAME TO `market_average`;--> statement-breakpoint
CREATE INDEX `market_average_received` ON `market_average` (`received_at`);--> statement-breakpoint
CREATE INDEX `market_average_published` ON `market_average` (`published_at`);--> statement-breakpoint
CREATE TABLE `__new_confirmation` (
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
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "confirmation_state" CHECK("state" in ('issued', 'sent', 'accepted', 'void'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_confirmation` (`id`, `load_id`, `version`, `number`, `state`, `terms`, `pdf`, `issued_at`, `sent_at`, `sent_to`, `delivered_at`, `accepted_at`, `accepted_name`, `accepted_title`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`version`) WHEN 'real' THEN CAST(round(`version`) AS INTEGER) ELSE `version` END, `number`, `state`, `terms`, `pdf`, CASE typeof(`issued_at`) WHEN 'real' THEN CAST(round(`issued_at`) AS INTEGER) ELSE `issued_at` END, CASE typeof(`sent_at`) WHEN 'real' THEN CAST(round(`sent_at`) AS INTEGER) ELSE `sent_at` END, `sent_to`, CASE typeof(`delivered_at`) WHEN 'real' THEN CAST(round(`delivered_at`) AS INTEGER) ELSE `delivered_at` END, CASE typeof(`accepted_at`) WHEN 'real' THEN CAST(round(`accepted_at`) AS INTEGER) ELSE `accepted_at` END, `accepted_name`, `accepted_title` FROM `confirmation`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_confirmation';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_confirmation', seq FROM sqlite_sequence WHERE name = 'confirmation';--> statement-breakpoint
DROP TABLE `confirmation`;--> statement-breakpoint
ALTER TABLE `__new_confirmation` RENAME TO `confirmation`;--> statement-breakpoint
CREATE UNIQUE INDEX `confirmation_version` ON `confirmation` (`load_id`,`version`);--> statement-breakpoint
CREATE TABLE `__new_offer` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`carrier_id` integer NOT NULL,
	`pay_minor` integer NOT NULL,
	`asked_minor` integer DEFAULT 0 NOT NULL,
	`currency` text DEFAULT 'USD' NOT NULL,
	`agreed_minor` integer,
	`counter_minor` integer,
	`source` text NOT NULL,
	`state` text NOT NULL,
	`good_until` integer,
	`note` text DEFAULT '' NOT NULL,
	`received_at` integer NOT NULL,
	`external_key` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "offer_pay" CHECK(pay_minor > 0),
	CONSTRAINT "offer_currency" CHECK("currency" in ('USD', 'CAD')),
	CONSTRAINT "offer_source" CHECK("source" in ('phone', 'mail', 'board', 'portal', 'text')),
	CONSTRAINT "offer_state" CHECK("state" in ('open', 'declined', 'lapsed', 'awarded', 'turned_down'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_offer` (`id`, `load_id`, `carrier_id`, `pay_minor`, `asked_minor`, `currency`, `agreed_minor`, `counter_minor`, `source`, `state`, `good_until`, `note`, `received_at`, `external_key`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, CASE typeof(`pay_minor`) WHEN 'real' THEN CAST(round(`pay_minor`) AS INTEGER) ELSE `pay_minor` END, CASE typeof(`asked_minor`) WHEN 'real' THEN CAST(round(`asked_minor`) AS INTEGER) ELSE `asked_minor` END, `currency`, CASE typeof(`agreed_minor`) WHEN 'real' THEN CAST(round(`agreed_minor`) AS INTEGER) ELSE `agreed_minor` END, CASE typeof(`counter_minor`) WHEN 'real' THEN CAST(round(`counter_minor`) AS INTEGER) ELSE `counter_minor` END, `source`, `state`, CASE typeof(`good_until`) WHEN 'real' THEN CAST(round(`good_until`) AS INTEGER) ELSE `good_until` END, `note`, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END, `external_key` FROM `offer`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_offer';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_offer', seq FROM sqlite_sequence WHERE name = 'offer';--> statement-breakpoint
DROP TABLE `offer`;--> statement-breakpoint
ALTER TABLE `__new_offer` RENAME TO `offer`;--> statement-breakpoint
CREATE INDEX `offer_load` ON `offer` (`load_id`);--> statement-breakpoint
CREATE INDEX `offer_carrier` ON `offer` (`carrier_id`,`state`);--> statement-breakpoint
CREATE INDEX `offer_lapsing` ON `offer` (`good_until`) WHERE state = 'open' and good_until is not null;--> statement-breakpoint
CREATE UNIQUE INDEX `offer_external` ON `offer` (`external_key`);--> statement-breakpoint
CREATE UNIQUE INDEX `offer_one_award` ON `offer` (`load_id`) WHERE state = 'awarded';--> statement-breakpoint
CREATE TABLE `__new_posting` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`board` text NOT NULL,
	`state` text NOT NULL,
	`reference` text NOT NULL,
	`external_id` text,
	`asked_at` integer NOT NULL,
	`up_at` integer,
	`problem` text,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "posting_state" CHECK("state" in ('asked', 'up', 'removal_asked', 'down', 'refused'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_posting` (`id`, `load_id`, `board`, `state`, `reference`, `external_id`, `asked_at`, `up_at`, `problem`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, `board`, `state`, `reference`, `external_id`, CASE typeof(`asked_at`) WHEN 'real' THEN CAST(round(`asked_at`) AS INTEGER) ELSE `asked_at` END, CASE typeof(`up_at`) WHEN 'real' THEN CAST(round(`up_at`) AS INTEGER) ELSE `up_at` END, `problem` FROM `posting`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_posting';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_posting', seq FROM sqlite_sequence WHERE name = 'posting';--> statement-breakpoint
DROP TABLE `posting`;--> statement-breakpoint
ALTER TABLE `__new_posting` RENAME TO `posting`;--> statement-breakpoint
CREATE INDEX `posting_load` ON `posting` (`load_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `posting_reference` ON `posting` (`reference`);--> statement-breakpoint
CREATE TABLE `__new_proposal` (
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
	CONSTRAINT "proposal_decided" CHECK((state = 'waiting') = (decided_at is null)),
	CONSTRAINT "proposal_source" CHECK("source" in ('phone', 'mail', 'board', 'portal', 'text')),
	CONSTRAINT "proposal_state" CHECK("state" in ('waiting', 'confirmed', 'dismissed'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_proposal` (`id`, `load_id`, `carrier_id`, `source`, `sender`, `readings`, `signs`, `text`, `count`, `state`, `received_at`, `decided_at`, `decided_by`, `external_key`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `source`, `sender`, `readings`, `signs`, `text`, CASE typeof(`count`) WHEN 'real' THEN CAST(round(`count`) AS INTEGER) ELSE `count` END, `state`, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END, CASE typeof(`decided_at`) WHEN 'real' THEN CAST(round(`decided_at`) AS INTEGER) ELSE `decided_at` END, `decided_by`, `external_key` FROM `proposal`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_proposal';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_proposal', seq FROM sqlite_sequence WHERE name = 'proposal';--> statement-breakpoint
DROP TABLE `proposal`;--> statement-breakpoint
ALTER TABLE `__new_proposal` RENAME TO `proposal`;--> statement-breakpoint
CREATE INDEX `proposal_load` ON `proposal` (`load_id`,`state`);--> statement-breakpoint
CREATE UNIQUE INDEX `proposal_external` ON `proposal` (`external_key`);--> statement-breakpoint
CREATE TABLE `__new_carrier` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`search` text NOT NULL,
	`mc_number` text,
	`dot_number` text NOT NULL,
	`mail` text NOT NULL,
	`phone` text NOT NULL,
	`currency` text DEFAULT 'USD' NOT NULL,
	`home_city` text NOT NULL,
	`home_region` text NOT NULL,
	`home_lat` real NOT NULL,
	`home_lon` real NOT NULL,
	`home_cell` integer NOT NULL,
	`equipment` text NOT NULL,
	`trailers` text DEFAULT '{}' NOT NULL,
	`preferred` text DEFAULT '[]' NOT NULL,
	`power_units` integer,
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
	`last_load_at` integer,
	CONSTRAINT "carrier_currency" CHECK("currency" in ('USD', 'CAD')),
	CONSTRAINT "carrier_do_not_use_lift" CHECK("do_not_use_lift" in ('rep', 'manager', 'viewer')),
	CONSTRAINT "carrier_verdict" CHECK("verdict" in ('clear', 'caution', 'stop'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_carrier` (`id`, `name`, `search`, `mc_number`, `dot_number`, `mail`, `phone`, `currency`, `home_city`, `home_region`, `home_lat`, `home_lon`, `home_cell`, `equipment`, `trailers`, `preferred`, `power_units`, `do_not_use`, `do_not_use_by`, `do_not_use_at`, `do_not_use_lift`, `contact_changed_at`, `added_at`, `added_by`, `verdict`, `reasons`, `vetted_at`, `last_load_at`) SELECT `id`, `name`, `search`, `mc_number`, `dot_number`, `mail`, `phone`, `currency`, `home_city`, `home_region`, `home_lat`, `home_lon`, CASE typeof(`home_cell`) WHEN 'real' THEN CAST(round(`home_cell`) AS INTEGER) ELSE `home_cell` END, `equipment`, `trailers`, `preferred`, CASE typeof(`power_units`) WHEN 'real' THEN CAST(round(`power_units`) AS INTEGER) ELSE `power_units` END, `do_not_use`, `do_not_use_by`, CASE typeof(`do_not_use_at`) WHEN 'real' THEN CAST(round(`do_not_use_at`) AS INTEGER) ELSE `do_not_use_at` END, `do_not_use_lift`, CASE typeof(`contact_changed_at`) WHEN 'real' THEN CAST(round(`contact_changed_at`) AS INTEGER) ELSE `contact_changed_at` END, CASE typeof(`added_at`) WHEN 'real' THEN CAST(round(`added_at`) AS INTEGER) ELSE `added_at` END, `added_by`, `verdict`, `reasons`, CASE typeof(`vetted_at`) WHEN 'real' THEN CAST(round(`vetted_at`) AS INTEGER) ELSE `vetted_at` END, CASE typeof(`last_load_at`) WHEN 'real' THEN CAST(round(`last_load_at`) AS INTEGER) ELSE `last_load_at` END FROM `carrier`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_carrier';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_carrier', seq FROM sqlite_sequence WHERE name = 'carrier';--> statement-breakpoint
DROP TABLE `carrier`;--> statement-breakpoint
ALTER TABLE `__new_carrier` RENAME TO `carrier`;--> statement-breakpoint
CREATE UNIQUE INDEX `carrier_mc` ON `carrier` (`mc_number`);--> statement-breakpoint
CREATE UNIQUE INDEX `carrier_dot` ON `carrier` (`dot_number`);--> statement-breakpoint
CREATE INDEX `carrier_search` ON `carrier` (`search`);--> statement-breakpoint
CREATE INDEX `carrier_mail` ON `carrier` (`mail`);--> statement-breakpoint
CREATE INDEX `carrier_home` ON `carrier` (`home_cell`);--> statement-breakpoint
CREATE TABLE `__new_customer` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`search` text NOT NULL,
	`city` text DEFAULT '' NOT NULL,
	`region` text DEFAULT '' NOT NULL,
	`billing_mail` text,
	`currency` text DEFAULT 'USD' NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`prospect` integer DEFAULT false NOT NULL,
	`quote_mail` text,
	`margin_percent_e2` integer,
	`margin_floor_minor` integer,
	`margin_cap_minor` integer,
	`fuel_table_id` integer,
	`show_miles` integer DEFAULT false NOT NULL,
	`hold` text,
	FOREIGN KEY (`fuel_table_id`) REFERENCES `fuel_table`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "customer_currency" CHECK("currency" in ('USD', 'CAD'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_customer` (`id`, `name`, `search`, `city`, `region`, `billing_mail`, `currency`, `phone`, `prospect`, `quote_mail`, `margin_percent_e2`, `margin_floor_minor`, `margin_cap_minor`, `fuel_table_id`, `show_miles`, `hold`) SELECT `id`, `name`, `search`, `city`, `region`, `billing_mail`, `currency`, `phone`, CASE typeof(`prospect`) WHEN 'real' THEN CAST(round(`prospect`) AS INTEGER) ELSE `prospect` END, `quote_mail`, CASE typeof(`margin_percent_e2`) WHEN 'real' THEN CAST(round(`margin_percent_e2`) AS INTEGER) ELSE `margin_percent_e2` END, CASE typeof(`margin_floor_minor`) WHEN 'real' THEN CAST(round(`margin_floor_minor`) AS INTEGER) ELSE `margin_floor_minor` END, CASE typeof(`margin_cap_minor`) WHEN 'real' THEN CAST(round(`margin_cap_minor`) AS INTEGER) ELSE `margin_cap_minor` END, CASE typeof(`fuel_table_id`) WHEN 'real' THEN CAST(round(`fuel_table_id`) AS INTEGER) ELSE `fuel_table_id` END, CASE typeof(`show_miles`) WHEN 'real' THEN CAST(round(`show_miles`) AS INTEGER) ELSE `show_miles` END, `hold` FROM `customer`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_customer';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_customer', seq FROM sqlite_sequence WHERE name = 'customer';--> statement-breakpoint
DROP TABLE `customer`;--> statement-breakpoint
ALTER TABLE `__new_customer` RENAME TO `customer`;--> statement-breakpoint
CREATE UNIQUE INDEX `customer_name` ON `customer` (`search`);--> statement-breakpoint
CREATE TABLE `__new_facility` (
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
	`booking` text DEFAULT 'first_come' NOT NULL,
	CONSTRAINT "facility_country" CHECK("country" in ('US', 'CA', 'MX')),
	CONSTRAINT "facility_booking" CHECK("booking" in ('appointment', 'first_come'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_facility` (`id`, `name`, `search`, `address`, `city`, `region`, `country`, `postal`, `lat`, `lon`, `zone`, `booking`) SELECT `id`, `name`, `search`, `address`, `city`, `region`, `country`, `postal`, `lat`, `lon`, `zone`, `booking` FROM `facility`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_facility';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_facility', seq FROM sqlite_sequence WHERE name = 'facility';--> statement-breakpoint
DROP TABLE `facility`;--> statement-breakpoint
ALTER TABLE `__new_facility` RENAME TO `facility`;--> statement-breakpoint
CREATE INDEX `facility_search` ON `facility` (`search`);--> statement-breakpoint
CREATE INDEX `facility_city` ON `facility` (`city`);--> statement-breakpoint
CREATE TABLE `__new_user` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`mail` text NOT NULL,
	`name` text NOT NULL,
	`phone` text DEFAULT '' NOT NULL,
	`role` text NOT NULL,
	`password_hash` text NOT NULL,
	CONSTRAINT "user_role" CHECK("role" in ('rep', 'manager', 'viewer'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_user` (`id`, `mail`, `name`, `phone`, `role`, `password_hash`) SELECT `id`, `mail`, `name`, `phone`, `role`, `password_hash` FROM `user`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_user';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_user', seq FROM sqlite_sequence WHERE name = 'user';--> statement-breakpoint
DROP TABLE `user`;--> statement-breakpoint
ALTER TABLE `__new_user` RENAME TO `user`;--> statement-breakpoint
CREATE UNIQUE INDEX `user_mail` ON `user` (`mail`);--> statement-breakpoint
CREATE UNIQUE INDEX `user_name` ON `user` (`name`);--> statement-breakpoint
CREATE TABLE `__new_quote` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`customer_id` integer NOT NULL,
	`rep_id` integer NOT NULL,
	`title` text DEFAULT '' NOT NULL,
	`currency` text DEFAULT 'USD' NOT NULL,
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
	CONSTRAINT "quote_sent" CHECK((version = 0) = (sent_at is null)),
	CONSTRAINT "quote_currency" CHECK("currency" in ('USD', 'CAD'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_quote` (`id`, `customer_id`, `rep_id`, `title`, `currency`, `valid_until`, `valid_until_at`, `compared_id`, `version`, `sent_at`, `sent_to`, `created_at`) SELECT `id`, CASE typeof(`customer_id`) WHEN 'real' THEN CAST(round(`customer_id`) AS INTEGER) ELSE `customer_id` END, CASE typeof(`rep_id`) WHEN 'real' THEN CAST(round(`rep_id`) AS INTEGER) ELSE `rep_id` END, `title`, `currency`, `valid_until`, CASE typeof(`valid_until_at`) WHEN 'real' THEN CAST(round(`valid_until_at`) AS INTEGER) ELSE `valid_until_at` END, CASE typeof(`compared_id`) WHEN 'real' THEN CAST(round(`compared_id`) AS INTEGER) ELSE `compared_id` END, CASE typeof(`version`) WHEN 'real' THEN CAST(round(`version`) AS INTEGER) ELSE `version` END, CASE typeof(`sent_at`) WHEN 'real' THEN CAST(round(`sent_at`) AS INTEGER) ELSE `sent_at` END, `sent_to`, CASE typeof(`created_at`) WHEN 'real' THEN CAST(round(`created_at`) AS INTEGER) ELSE `created_at` END FROM `quote`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_quote';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_quote', seq FROM sqlite_sequence WHERE name = 'quote';--> statement-breakpoint
DROP TABLE `quote`;--> statement-breakpoint
ALTER TABLE `__new_quote` RENAME TO `quote`;--> statement-breakpoint
CREATE INDEX `quote_customer` ON `quote` (`customer_id`,`created_at`);--> statement-breakpoint
CREATE INDEX `quote_created` ON `quote` (`created_at`);--> statement-breakpoint
CREATE TABLE `__new_link_fact` (
	`kind` text NOT NULL,
	`key` text NOT NULL,
	`dot_number` text NOT NULL,
	`words` text NOT NULL,
	PRIMARY KEY(`kind`, `key`, `dot_number`),
	CONSTRAINT "link_fact_kind" CHECK("kind" in ('phone', 'mail_domain', 'address', 'officer', 'bank', 'vehicle', 'insurance_policy'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_link_fact` (`kind`, `key`, `dot_number`, `words`) SELECT `kind`, `key`, `dot_number`, `words` FROM `link_fact`;--> statement-breakpoint
DROP TABLE `link_fact`;--> statement-breakpoint
ALTER TABLE `__new_link_fact` RENAME TO `link_fact`;--> statement-breakpoint
CREATE INDEX `link_fact_carrier` ON `link_fact` (`dot_number`);--> statement-breakpoint
CREATE TABLE `__new_stop_event` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer NOT NULL,
	`sequence` integer NOT NULL,
	`kind` text NOT NULL,
	`at_local` text NOT NULL,
	`reason_code` text,
	`note` text DEFAULT '' NOT NULL,
	`by_name` text NOT NULL,
	`noted_at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "stop_event_kind" CHECK("kind" in ('appointment', 'arrived', 'departed', 'delayed'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_stop_event` (`id`, `load_id`, `sequence`, `kind`, `at_local`, `reason_code`, `note`, `by_name`, `noted_at`) SELECT `id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`sequence`) WHEN 'real' THEN CAST(round(`sequence`) AS INTEGER) ELSE `sequence` END, `kind`, `at_local`, `reason_code`, `note`, `by_name`, CASE typeof(`noted_at`) WHEN 'real' THEN CAST(round(`noted_at`) AS INTEGER) ELSE `noted_at` END FROM `stop_event`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_stop_event';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_stop_event', seq FROM sqlite_sequence WHERE name = 'stop_event';--> statement-breakpoint
DROP TABLE `stop_event`;--> statement-breakpoint
ALTER TABLE `__new_stop_event` RENAME TO `stop_event`;--> statement-breakpoint
CREATE INDEX `stop_event_load` ON `stop_event` (`load_id`);--> statement-breakpoint
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
	FOREIGN KEY (`standing_notice_id`) REFERENCES `tender_notice`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "tender_state" CHECK("state" in ('offered', 'accepted', 'declined', 'lapsed', 'withdrawn', 'cancelled'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_tender` (`id`, `partner_id`, `shipment_id`, `state`, `load_id`, `last_control`, `last_said_at`, `standing_notice_id`) SELECT `id`, CASE typeof(`partner_id`) WHEN 'real' THEN CAST(round(`partner_id`) AS INTEGER) ELSE `partner_id` END, `shipment_id`, `state`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`last_control`) WHEN 'real' THEN CAST(round(`last_control`) AS INTEGER) ELSE `last_control` END, CASE typeof(`last_said_at`) WHEN 'real' THEN CAST(round(`last_said_at`) AS INTEGER) ELSE `last_said_at` END, CASE typeof(`standing_notice_id`) WHEN 'real' THEN CAST(round(`standing_notice_id`) AS INTEGER) ELSE `standing_notice_id` END FROM `tender`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_tender';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_tender', seq FROM sqlite_sequence WHERE name = 'tender';--> statement-breakpoint
DROP TABLE `tender`;--> statement-breakpoint
ALTER TABLE `__new_tender` RENAME TO `tender`;--> statement-breakpoint
CREATE UNIQUE INDEX `tender_shipment` ON `tender` (`partner_id`,`shipment_id`);--> statement-breakpoint
CREATE INDEX `tender_load` ON `tender` (`load_id`) WHERE load_id is not null;--> statement-breakpoint
CREATE TABLE `__new_message` (
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
	FOREIGN KEY (`carrier_id`) REFERENCES `carrier`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "message_reading" CHECK("reading" in ('offer', 'proposal', 'left'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_message` (`id`, `message_id`, `load_id`, `carrier_id`, `sender`, `subject`, `text`, `received_at`, `reading`) SELECT `id`, `message_id`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, CASE typeof(`carrier_id`) WHEN 'real' THEN CAST(round(`carrier_id`) AS INTEGER) ELSE `carrier_id` END, `sender`, `subject`, `text`, CASE typeof(`received_at`) WHEN 'real' THEN CAST(round(`received_at`) AS INTEGER) ELSE `received_at` END, `reading` FROM `message`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_message';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_message', seq FROM sqlite_sequence WHERE name = 'message';--> statement-breakpoint
DROP TABLE `message`;--> statement-breakpoint
ALTER TABLE `__new_message` RENAME TO `message`;--> statement-breakpoint
CREATE UNIQUE INDEX `message_id` ON `message` (`message_id`);--> statement-breakpoint
CREATE INDEX `message_load` ON `message` (`load_id`,`received_at`);--> statement-breakpoint
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
	`sent_at` integer,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "outbox_kind" CHECK("kind" in ('mail', 'board', 'quote_mail', 'carrier_mail', 'invoice_mail', 'exchange')),
	CONSTRAINT "outbox_state" CHECK("state" in ('waiting', 'held', 'sent', 'failed'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_outbox` (`id`, `key`, `kind`, `stream`, `load_id`, `payload`, `state`, `attempts`, `next_at`, `last_error`, `sent_at`) SELECT `id`, `key`, `kind`, `stream`, CASE typeof(`load_id`) WHEN 'real' THEN CAST(round(`load_id`) AS INTEGER) ELSE `load_id` END, `payload`, `state`, CASE typeof(`attempts`) WHEN 'real' THEN CAST(round(`attempts`) AS INTEGER) ELSE `attempts` END, CASE typeof(`next_at`) WHEN 'real' THEN CAST(round(`next_at`) AS INTEGER) ELSE `next_at` END, `last_error`, CASE typeof(`sent_at`) WHEN 'real' THEN CAST(round(`sent_at`) AS INTEGER) ELSE `sent_at` END FROM `outbox`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_outbox';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_outbox', seq FROM sqlite_sequence WHERE name = 'outbox';--> statement-breakpoint
DROP TABLE `outbox`;--> statement-breakpoint
ALTER TABLE `__new_outbox` RENAME TO `outbox`;--> statement-breakpoint
CREATE UNIQUE INDEX `outbox_key` ON `outbox` (`key`);--> statement-breakpoint
CREATE INDEX `outbox_due` ON `outbox` (`kind`,`next_at`) WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX `outbox_stream` ON `outbox` (`stream`) WHERE state in ('waiting', 'held');--> statement-breakpoint
CREATE INDEX `outbox_load` ON `outbox` (`load_id`,`kind`) WHERE load_id is not null;--> statement-breakpoint
CREATE INDEX `outbox_held` ON `outbox` (`kind`) WHERE state = 'held';--> statement-breakpoint
CREATE INDEX `outbox_sent` ON `outbox` (`sent_at`) WHERE state = 'sent';--> statement-breakpoint
CREATE TRIGGER `carrier_words_insert` AFTER INSERT ON `carrier` BEGIN INSERT INTO carrier_words(rowid, words) VALUES (new.id, new.search || ' ' || new.mc_number || ' ' || new.dot_number || ' ' || new.home_city || ' ' || new.home_region || ' ' || new.mail || ' ' || new.phone); END;--> statement-breakpoint
CREATE TRIGGER `carrier_words_update` AFTER UPDATE OF search, mc_number, dot_number, home_city, home_region, mail, phone ON `carrier` BEGIN UPDATE carrier_words SET words = new.search || ' ' || new.mc_number || ' ' || new.dot_number || ' ' || new.home_city || ' ' || new.home_region || ' ' || new.mail || ' ' || new.phone WHERE rowid = new.id; END;--> statement-breakpoint
CREATE TRIGGER `carrier_change_insert` AFTER INSERT ON `carrier` BEGIN UPDATE carrier_change SET count = count + 1; END;--> statement-breakpoint
CREATE TRIGGER `carrier_change_delete` AFTER DELETE ON `carrier` BEGIN UPDATE carrier_change SET count = count + 1; END;--> statement-breakpoint
CREATE TRIGGER `carrier_change_update` AFTER UPDATE OF search, verdict, home_region, equipment, last_load_at ON `carrier` WHEN new.search IS NOT old.search OR new.verdict IS NOT old.verdict OR new.home_region IS NOT old.home_region OR new.equipment IS NOT old.equipment OR new.last_load_at IS NOT old.last_load_at BEGIN UPDATE carrier_change SET count = count + 1; END;
