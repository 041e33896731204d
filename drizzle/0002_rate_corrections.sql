CREATE TABLE `rate_correction` (
	`load_id` integer PRIMARY KEY NOT NULL,
	`verdict` text NOT NULL,
	`price_minor` integer,
	`by_name` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`load_id`) REFERENCES `load`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "rate_correction_price" CHECK((verdict = 'price') = (price_minor is not null))
);
