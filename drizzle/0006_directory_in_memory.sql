DROP INDEX `carrier_verdict`;--> statement-breakpoint
DROP INDEX `carrier_region`;