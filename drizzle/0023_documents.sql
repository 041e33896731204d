CREATE TABLE `document` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`load_id` integer,
	`customer_id` integer,
	`kind` text NOT NULL,
	`readers` text NOT NULL,
	`file_name` text NOT NULL,
	`type` text NOT NULL,
	`size` integer NOT NULL,
	`stored_as` text NOT NULL,
	`received_at` integer NOT NULL,
	`received_from` text NOT NULL,
	`received_by_id` integer,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`customer_id`) REFERENCES `customer`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`received_by_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "document_owner" CHECK((load_id is null) <> (customer_id is null)),
	CONSTRAINT "document_kind" CHECK("kind" in ('bill_of_lading', 'proof_of_delivery', 'lumper_receipt', 'scale_ticket', 'customer_order', 'customs', 'contract', 'photo', 'other'))
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX `document_load` ON `document` (`load_id`,`stored_as`) WHERE load_id is not null;--> statement-breakpoint
CREATE UNIQUE INDEX `document_customer` ON `document` (`customer_id`,`stored_as`) WHERE customer_id is not null;