CREATE TABLE `supply_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`supply_id` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`supply_id`) REFERENCES `supplies`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `supply_moves_supply` ON `supply_moves` (`supply_id`);--> statement-breakpoint
CREATE TABLE `acts` (
	`id` text PRIMARY KEY NOT NULL,
	`key` text,
	`name` text NOT NULL,
	`digest` text NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`tab` text DEFAULT '' NOT NULL,
	`answer` text,
	`undone_at` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `acts_key_unique` ON `acts` (`key`);--> statement-breakpoint
CREATE INDEX `acts_at` ON `acts` (`at`);--> statement-breakpoint
CREATE TABLE `current_act` (
	`id` integer PRIMARY KEY NOT NULL,
	`act_id` text
);
--> statement-breakpoint
CREATE TABLE `row_changes` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`act_id` text,
	`table_name` text NOT NULL,
	`row_id` text NOT NULL,
	`op` text NOT NULL,
	`before` text,
	`after` text
);
--> statement-breakpoint
CREATE INDEX `row_changes_row` ON `row_changes` (`table_name`,`row_id`);--> statement-breakpoint
CREATE INDEX `row_changes_act` ON `row_changes` (`act_id`);--> statement-breakpoint
ALTER TABLE `masters` ADD `trouble` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `studio` ADD `care` text;--> statement-breakpoint
ALTER TABLE `editions` ADD `name` text DEFAULT '' NOT NULL;--> statement-breakpoint
INSERT INTO `current_act` (`id`, `act_id`) VALUES (1, NULL);--> statement-breakpoint
INSERT INTO `supply_moves` (`id`, `supply_id`, `at`, `kind`, `amount`, `why`) SELECT 'first ' || `id`, `id`, strftime('%Y-%m-%dT%H:%M:%fZ', 'now'), 'counted', `on_hand`, 'on hand when moves began to be kept' FROM `supplies` WHERE `on_hand` <> 0;
