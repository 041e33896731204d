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
	CONSTRAINT "gate_alert_ended_how" CHECK("ended_how" in ('fixed', 'passed', 'other_carrier'))
) STRICT;--> statement-breakpoint
INSERT INTO `__new_gate_alert` SELECT `id`, `load_id`, `carrier_id`, replace(`reasons`, '"mend":', '"fix":'), `raised_at`, `ended_at`, CASE `ended_how` WHEN 'mended' THEN 'fixed' ELSE `ended_how` END, `ended_by`, `because` FROM `gate_alert`;--> statement-breakpoint
DELETE FROM sqlite_sequence WHERE name = '__new_gate_alert';--> statement-breakpoint
INSERT INTO sqlite_sequence (name, seq) SELECT '__new_gate_alert', seq FROM sqlite_sequence WHERE name = 'gate_alert';--> statement-breakpoint
DROP TABLE `gate_alert`;--> statement-breakpoint
ALTER TABLE `__new_gate_alert` RENAME TO `gate_alert`;--> statement-breakpoint
CREATE UNIQUE INDEX `gate_alert_open` ON `gate_alert` (`load_id`,`carrier_id`) WHERE ended_at is null;--> statement-breakpoint
UPDATE `event` SET `kind` = 'gate_fixed' WHERE `aggregate` = 'load' AND `kind` = 'gate_mended';--> statement-breakpoint
UPDATE `event` SET `data` = replace(`data`, '"mend":', '"fix":') WHERE `aggregate` = 'load' AND `kind` = 'gate_passed';--> statement-breakpoint
UPDATE `tender_notice` SET `facts` = replace(`facts`, '"teamMends":', '"teamMakesIt":');--> statement-breakpoint
UPDATE `event` SET `kind` = 'carrier_notified' WHERE `aggregate` = 'load' AND `kind` = 'carrier_told';
