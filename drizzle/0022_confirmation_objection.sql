ALTER TABLE `confirmation` ADD `objection` text CONSTRAINT "confirmation_objection" CHECK("objection" in ('not_right', 'no'));--> statement-breakpoint
ALTER TABLE `confirmation` ADD `objection_text` text;--> statement-breakpoint
ALTER TABLE `confirmation` ADD `objected_by` text;--> statement-breakpoint
ALTER TABLE `confirmation` ADD `objected_at` integer;
