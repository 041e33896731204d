DROP TRIGGER `carrier_change_insert`;--> statement-breakpoint
DROP TRIGGER `carrier_change_delete`;--> statement-breakpoint
DROP TRIGGER `carrier_change_update`;--> statement-breakpoint
DROP TABLE `carrier_change`;--> statement-breakpoint
CREATE TABLE `carrier_change` (
	`carrier_id` integer PRIMARY KEY NOT NULL,
	`seq` integer NOT NULL
) STRICT;--> statement-breakpoint
CREATE UNIQUE INDEX `carrier_change_seq` ON `carrier_change` (`seq`);--> statement-breakpoint
CREATE TRIGGER `carrier_change_insert` AFTER INSERT ON `carrier` BEGIN INSERT INTO carrier_change(carrier_id, seq) VALUES (new.id, (SELECT coalesce(max(seq), 0) + 1 FROM carrier_change)) ON CONFLICT(carrier_id) DO UPDATE SET seq = excluded.seq; END;--> statement-breakpoint
CREATE TRIGGER `carrier_change_delete` AFTER DELETE ON `carrier` BEGIN INSERT INTO carrier_change(carrier_id, seq) VALUES (old.id, (SELECT coalesce(max(seq), 0) + 1 FROM carrier_change)) ON CONFLICT(carrier_id) DO UPDATE SET seq = excluded.seq; END;--> statement-breakpoint
CREATE TRIGGER `carrier_change_update` AFTER UPDATE OF search, verdict, home_city, home_region, equipment, last_load_at, power_units ON `carrier` WHEN new.search IS NOT old.search OR new.home_city IS NOT old.home_city OR new.power_units IS NOT old.power_units OR new.verdict IS NOT old.verdict OR new.home_region IS NOT old.home_region OR new.equipment IS NOT old.equipment OR new.last_load_at IS NOT old.last_load_at BEGIN INSERT INTO carrier_change(carrier_id, seq) VALUES (new.id, (SELECT coalesce(max(seq), 0) + 1 FROM carrier_change)) ON CONFLICT(carrier_id) DO UPDATE SET seq = excluded.seq; END;
