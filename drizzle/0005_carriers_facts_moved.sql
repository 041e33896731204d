INSERT INTO `paper`(`carrier_id`, `kind`, `state`, `file_name`, `received_at`, `received_from`, `checked_at`, `checked_by`) SELECT `id`, 'w9', 'checked', 'on file before', 0, 'before', 0, 'before' FROM `carrier` WHERE `w9_on_file`;--> statement-breakpoint
INSERT INTO `paper`(`carrier_id`, `kind`, `state`, `file_name`, `received_at`, `received_from`, `checked_at`, `checked_by`) SELECT `id`, 'agreement', 'checked', 'on file before', 0, 'before', 0, 'before' FROM `carrier` WHERE `agreement_on_file`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `authority_status`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `authority_granted_on`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `w9_on_file`;--> statement-breakpoint
ALTER TABLE `carrier` DROP COLUMN `agreement_on_file`;--> statement-breakpoint
CREATE VIRTUAL TABLE `carrier_words` USING fts5(words, prefix='2 3', tokenize='unicode61 remove_diacritics 2');--> statement-breakpoint
INSERT INTO `carrier_words`(rowid, words) SELECT id, search || ' ' || mc_number || ' ' || dot_number || ' ' || home_city || ' ' || home_region || ' ' || mail || ' ' || phone FROM `carrier`;--> statement-breakpoint
CREATE TRIGGER `carrier_words_insert` AFTER INSERT ON `carrier` BEGIN INSERT INTO carrier_words(rowid, words) VALUES (new.id, new.search || ' ' || new.mc_number || ' ' || new.dot_number || ' ' || new.home_city || ' ' || new.home_region || ' ' || new.mail || ' ' || new.phone); END;--> statement-breakpoint
CREATE TRIGGER `carrier_words_update` AFTER UPDATE OF search, mc_number, dot_number, home_city, home_region, mail, phone ON `carrier` BEGIN UPDATE carrier_words SET words = new.search || ' ' || new.mc_number || ' ' || new.dot_number || ' ' || new.home_city || ' ' || new.home_region || ' ' || new.mail || ' ' || new.phone WHERE rowid = new.id; END;
