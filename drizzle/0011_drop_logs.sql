DROP TABLE `carrier_log`;--> statement-breakpoint
DROP TABLE `log`;--> statement-breakpoint
DROP TABLE `quote_log`;