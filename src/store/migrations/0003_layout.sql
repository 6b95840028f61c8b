CREATE TABLE `original_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`left_on` text NOT NULL,
	`who` text NOT NULL,
	`place` text DEFAULT '' NOT NULL,
	`why` text NOT NULL,
	`condition_out` text DEFAULT '' NOT NULL,
	`due_on` text,
	`back_on` text,
	`condition_back` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `original_moves_work` ON `original_moves` (`work_id`);--> statement-breakpoint
CREATE TABLE `cutters` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`tolerance_sheet_um` integer NOT NULL,
	`tolerance_image_um` integer NOT NULL,
	`tolerance_window_um` integer NOT NULL,
	`placing_um` integer NOT NULL,
	`read_on` text NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text
);
--> statement-breakpoint
CREATE TABLE `layouts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`paper_id` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer,
	`margin_um` integer NOT NULL,
	`gap_um` integer NOT NULL,
	`pieces` text NOT NULL,
	`placements` text NOT NULL,
	`length_um` integer NOT NULL,
	`state` text NOT NULL,
	`created_at` text NOT NULL,
	`changed_at` text NOT NULL,
	`printed_at` text,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `layouts_state` ON `layouts` (`state`,`changed_at`);--> statement-breakpoint
CREATE TABLE `lots` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`name` text NOT NULL,
	`form` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer,
	`price_minor` integer NOT NULL,
	`received_on` text NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `lots_paper` ON `lots` (`paper_id`);--> statement-breakpoint
CREATE TABLE `mounts` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`kind` text NOT NULL,
	`plan` text NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `mounts_once` ON `mounts` (`format_id`,`kind`);--> statement-breakpoint
CREATE INDEX `mounts_work` ON `mounts` (`work_id`);--> statement-breakpoint
CREATE TABLE `stock_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`lot_id` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`cost_minor` integer NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	`layout_id` text,
	FOREIGN KEY (`lot_id`) REFERENCES `lots`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stock_moves_lot` ON `stock_moves` (`lot_id`);--> statement-breakpoint
ALTER TABLE `formats` ADD `crop` text;--> statement-breakpoint
ALTER TABLE `formats` ADD `finish` text;--> statement-breakpoint
ALTER TABLE `studio` ADD `own_sizes` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `works` ADD `signature` text DEFAULT 'not said' NOT NULL;--> statement-breakpoint
ALTER TABLE `supplies` ADD `window_width_um` integer;--> statement-breakpoint
ALTER TABLE `supplies` ADD `window_height_um` integer;