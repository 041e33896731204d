ALTER TABLE `message` ADD `read_at` integer;--> statement-breakpoint
ALTER TABLE `message` ADD `read_by` text;--> statement-breakpoint
CREATE INDEX `message_unread` ON `message` (`load_id`,`read_at`) WHERE load_id is null and read_at is null;--> statement-breakpoint
CREATE INDEX `tender_number` ON `tender` (`shipment_id`);