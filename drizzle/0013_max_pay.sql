ALTER TABLE `load` RENAME COLUMN `target_minor` TO `target_pay_minor`;--> statement-breakpoint
ALTER TABLE `load` RENAME COLUMN `most_minor` TO `max_pay_minor`;--> statement-breakpoint
UPDATE `event` SET `data` = replace(replace(`data`, '"targetMinor":', '"targetPayMinor":'), '"mostMinor":', '"maxPayMinor":') WHERE `aggregate` = 'load' AND `kind` = 'limits_set';
