CREATE TABLE `column_width` (
	`user_id` integer NOT NULL,
	`list` text NOT NULL,
	`column` text NOT NULL,
	`width` integer NOT NULL,
	PRIMARY KEY(`user_id`, `list`, `column`),
	FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "column_width_list" CHECK("list" in ('loads', 'quotes', 'carriers', 'customers', 'facilities'))
) STRICT;
