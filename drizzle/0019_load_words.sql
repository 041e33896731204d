CREATE VIRTUAL TABLE `load_words` USING fts5(origin, dest, other, content='', contentless_delete=1, detail='column', prefix='2 3', tokenize='unicode61 remove_diacritics 2');--> statement-breakpoint
CREATE VIEW `load_text` AS SELECT load.id,
  origin_city || ' ' || load.origin_region || ' ' || origin_postal origin,
  dest_city || ' ' || load.dest_region || ' ' || dest_postal dest,
  number || ' ' || replace(state, '_', ' ') || ' ' || replace(load.equipment, '_', ' ') || ' ' || commodity || ' ' || customer.search || ' ' || user.name
    || coalesce(' ' || carrier.search, '') || coalesce(' ' || driver_name, '') || coalesce(' ' || truck_number, '')
    || coalesce(' ' || driver_phone || ' ' || replace(replace(replace(replace(driver_phone, '-', ''), ' ', ''), '(', ''), ')', ''), '')
    || CASE WHEN practice THEN ' practice' ELSE '' END
    || CASE WHEN EXISTS (SELECT 1 FROM confirmation WHERE confirmation.load_id = load.id AND confirmation.state = 'accepted') THEN ' confirmed' ELSE '' END
    || coalesce((SELECT ' ' || group_concat(value, ' ') FROM reference WHERE reference.load_id = load.id), '')
    || coalesce((SELECT ' ' || group_concat(reference, ' ') FROM posting WHERE posting.load_id = load.id), '') other
FROM load JOIN customer ON customer.id = load.customer_id JOIN user ON user.id = load.rep_id LEFT JOIN carrier ON carrier.id = load.carrier_id;--> statement-breakpoint
INSERT INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text;--> statement-breakpoint
CREATE TRIGGER `load_words_insert` AFTER INSERT ON `load` BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id = new.id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_update` AFTER UPDATE OF number, state, practice, customer_id, carrier_id, rep_id, equipment, commodity, driver_name, driver_phone, truck_number, origin_city, origin_region, origin_postal, dest_city, dest_region, dest_postal ON `load` BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id = new.id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_delete` AFTER DELETE ON `load` BEGIN DELETE FROM load_words WHERE rowid = old.id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_reference_insert` AFTER INSERT ON `reference` BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id = new.load_id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_reference_update` AFTER UPDATE OF value ON `reference` WHEN new.value IS NOT old.value BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id = new.load_id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_reference_delete` AFTER DELETE ON `reference` BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id = old.load_id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_posting` AFTER INSERT ON `posting` BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id = new.load_id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_confirmation` AFTER UPDATE OF state ON `confirmation` WHEN new.state IS NOT old.state BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id = new.load_id; END;--> statement-breakpoint
CREATE TRIGGER `load_words_customer` AFTER UPDATE OF search ON `customer` WHEN new.search IS NOT old.search BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id IN (SELECT id FROM load WHERE customer_id = new.id); END;--> statement-breakpoint
CREATE TRIGGER `load_words_carrier` AFTER UPDATE OF search ON `carrier` WHEN new.search IS NOT old.search BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id IN (SELECT id FROM load WHERE carrier_id = new.id); END;--> statement-breakpoint
CREATE TRIGGER `load_words_user` AFTER UPDATE OF name ON `user` WHEN new.name IS NOT old.name BEGIN INSERT OR REPLACE INTO load_words(rowid, origin, dest, other) SELECT id, origin, dest, other FROM load_text WHERE id IN (SELECT id FROM load WHERE rep_id = new.id); END;
