INSERT INTO `paper`(`carrier_id`, `kind`, `state`, `file_name`, `received_at`, `received_from`, `checked_at`, `checked_by`) SELECT `id`, 'w9', 'checked', 'on file before', 0, 'before', 0, 'before' FROM `carrier` WHERE `w9_on_file`;--> statement-breakpoint
INSERT INTO `paper`(`carrier_id`, `kind`, `state`, `file_name`, `received_at`, `received_from`, `checked_at`, `checked_by`) SELECT `id`, 'agreement', 'checked', 'on file before', 0, 'before', 0, 'before' FROM `carrier` WHERE `agreement_on_file`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `authority_status`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `authority_granted_on`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `w9_on_file`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `agreement_on_file`;--> statement-breakpoint
CREATE VIRTUAL TABLE `carrier_words` USING fts5(words, prefix='2 3', tokenize='unicode61 remove_diacritics 2');--> statement-breakpoint
INSERT INTO `carrier_words`(rowid, words) SELECT id, search || ' ' || mc_number || ' ' || dot_number || ' ' || home_city || ' ' || home_region || ' ' || mail || ' ' || phone FROM `carrier`;--> statement-breakpoint
CREATE TRIGGER `carrier_words_insert` AFTER INSERT ON `carrier` BEGIN INSERT INTO carrier_words(rowid, words) VALUES (new.id, new.search || ' ' || new.mc_number || ' ' || new.dot_number || ' ' || new.home_city || ' ' || new.home_region || ' ' || new.mail || ' ' || new.phone); END;--> statement-breakpoint
CREATE TRIGGER `carrier_words_update` AFTER UPDATE OF search, mc_number, dot_number, home_city, home_region, mail, phone ON `carrier` BEGIN UPDATE carrier_words SET words = new.search || ' ' || new.mc_number || ' ' || new.dot_number || ' ' || new.home_city || ' ' || new.home_region || ' ' || new.mail || ' ' || new.phone WHERE rowid = new.id; END;--> statement-breakpoint
INSERT INTO `carrier_change`(id, count) VALUES (1, 0);--> statement-breakpoint
CREATE TRIGGER `carrier_change_insert` AFTER INSERT ON `carrier` BEGIN UPDATE carrier_change SET count = count + 1; END;--> statement-breakpoint
CREATE TRIGGER `carrier_change_delete` AFTER DELETE ON `carrier` BEGIN UPDATE carrier_change SET count = count + 1; END;--> statement-breakpoint
CREATE TRIGGER `carrier_change_update` AFTER UPDATE OF search, verdict, home_region, equipment, last_load_at ON `carrier` WHEN new.search IS NOT old.search OR new.verdict IS NOT old.verdict OR new.home_region IS NOT old.home_region OR new.equipment IS NOT old.equipment OR new.last_load_at IS NOT old.last_load_at BEGIN UPDATE carrier_change SET count = count + 1; END;
