CREATE TABLE `capture_checks` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`master_id` text NOT NULL,
	`at` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `capture_checks_master` ON `capture_checks` (`master_id`);--> statement-breakpoint
CREATE INDEX `capture_checks_work` ON `capture_checks` (`work_id`);--> statement-breakpoint
CREATE TABLE `equipment` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`spec` text NOT NULL,
	`archived_at` text
);
--> statement-breakpoint
CREATE TABLE `preps` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`master_id` text NOT NULL,
	`format_id` text,
	`name` text NOT NULL,
	`steps` text NOT NULL,
	`factor` real,
	`copied_from` text,
	`created_at` text NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `preps_work` ON `preps` (`work_id`);--> statement-breakpoint
CREATE INDEX `preps_factor` ON `preps` (`factor`);--> statement-breakpoint
CREATE TABLE `print_files` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`master_id` text,
	`prep_id` text,
	`format_id` text NOT NULL,
	`route_id` text,
	`file_name` text NOT NULL,
	`sha256` text,
	`bytes` integer,
	`spec` text,
	`check` text,
	`state` text NOT NULL,
	`says` text DEFAULT '' NOT NULL,
	`made_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`prep_id`) REFERENCES `preps`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `print_files_work` ON `print_files` (`work_id`);--> statement-breakpoint
CREATE INDEX `print_files_sha` ON `print_files` (`sha256`);--> statement-breakpoint
CREATE TABLE `readings` (
	`master_id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `masters` ADD `parent_id` text;--> statement-breakpoint
ALTER TABLE `masters` ADD `derived` text;--> statement-breakpoint
ALTER TABLE `masters` ADD `detail_share` real;--> statement-breakpoint
ALTER TABLE `masters` ADD `gravest` text;--> statement-breakpoint
ALTER TABLE `masters` ADD `measured_at` text;