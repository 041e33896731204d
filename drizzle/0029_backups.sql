CREATE TABLE `backup` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`name` text NOT NULL,
	`ok` integer NOT NULL,
	`words` text NOT NULL,
	`loads` integer NOT NULL,
	`bytes` integer NOT NULL,
	`took_ms` integer NOT NULL
) STRICT;
