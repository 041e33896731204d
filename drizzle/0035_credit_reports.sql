CREATE TABLE `credit_report` (
	`mc` text PRIMARY KEY NOT NULL,
	`grade` text,
	`days_to_pay` integer,
	`factoring` text,
	`reported_on` text,
	`asked_at` integer NOT NULL,
	CONSTRAINT "credit_report_whole" CHECK((grade is null) = (factoring is null) and (grade is null) = (reported_on is null)),
	CONSTRAINT "credit_report_grade" CHECK("grade" in ('A', 'B', 'C', 'D', 'F')),
	CONSTRAINT "credit_report_factoring" CHECK("factoring" in ('yes', 'ask', 'no'))
) STRICT;
--> statement-breakpoint
CREATE TABLE `__new_connection` (
	`kind` text PRIMARY KEY NOT NULL,
	`is_on` integer DEFAULT false NOT NULL,
	`address` text NOT NULL,
	`port` integer,
	`tls` text,
	`user` text DEFAULT '' NOT NULL,
	`secret` text DEFAULT '' NOT NULL,
	`changed_by` text NOT NULL,
	`changed_at` integer NOT NULL,
	`tested_at` integer,
	`tested_well` integer,
	`test_words` text DEFAULT '' NOT NULL,
	CONSTRAINT "connection_kind" CHECK("kind" in ('mail_out', 'register', 'market', 'bureau')),
	CONSTRAINT "connection_tls" CHECK("tls" in ('offered', 'required'))
) STRICT;
--> statement-breakpoint
INSERT INTO `__new_connection`("kind", "is_on", "address", "port", "tls", "user", "secret", "changed_by", "changed_at", "tested_at", "tested_well", "test_words") SELECT "kind", "is_on", "address", "port", "tls", "user", "secret", "changed_by", "changed_at", "tested_at", "tested_well", "test_words" FROM `connection`;--> statement-breakpoint
DROP TABLE `connection`;--> statement-breakpoint
ALTER TABLE `__new_connection` RENAME TO `connection`;