CREATE TABLE `market_count` (
	`day` text NOT NULL,
	`scope` text NOT NULL,
	`code` text NOT NULL,
	`equipment` text NOT NULL,
	`loads` integer NOT NULL,
	`trucks` integer NOT NULL,
	PRIMARY KEY(`day`, `scope`, `code`, `equipment`),
	CONSTRAINT "market_count_scope" CHECK("scope" in ('state', 'area'))
) STRICT;
