CREATE TABLE `connection` (
	`kind` text PRIMARY KEY NOT NULL,
	`is_on` integer DEFAULT false NOT NULL,
	`address` text NOT NULL,
	`port` integer,
	`tls` text,
	`user` text DEFAULT '' NOT NULL,
	`secret` text DEFAULT '' NOT NULL,
	`callback_secret` text DEFAULT '' NOT NULL,
	`changed_by` text NOT NULL,
	`changed_at` integer NOT NULL,
	`tested_at` integer,
	`tested_well` integer,
	`test_words` text DEFAULT '' NOT NULL,
	CONSTRAINT "connection_kind" CHECK("kind" in ('mail_out', 'board', 'register', 'market')),
	CONSTRAINT "connection_tls" CHECK("tls" in ('offered', 'required'))
) STRICT;
