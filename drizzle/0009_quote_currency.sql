ALTER TABLE `quote` ADD `currency` text DEFAULT 'USD' NOT NULL;--> statement-breakpoint
ALTER TABLE `quote_line` ADD `rate_e6` integer;--> statement-breakpoint
ALTER TABLE `quote_line` ADD `rate_day` text;--> statement-breakpoint
UPDATE `quote_paper` SET `document` = json_set(`document`, '$.currency', 'USD');
