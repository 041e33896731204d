ALTER TABLE `quote` ADD `number` text DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE `quote` SET `number` = 'Q-' || (1000 + `id`);--> statement-breakpoint
CREATE UNIQUE INDEX `quote_number` ON `quote` (`number`);--> statement-breakpoint
CREATE INDEX `exchange_raw` ON `exchange` (`at`) WHERE length(raw) > 0;
