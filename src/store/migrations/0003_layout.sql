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
CREATE TABLE `ink_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`colour` text NOT NULL,
	`day` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`cost_minor` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `ink_moves_machine` ON `ink_moves` (`machine_id`,`colour`);--> statement-breakpoint
CREATE TABLE `ink_use` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`day` text NOT NULL,
	`area_mm2` integer NOT NULL,
	`weights` text,
	`says` text DEFAULT '' NOT NULL,
	`layout_id` text,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `ink_use_machine` ON `ink_use` (`machine_id`,`day`);--> statement-breakpoint
CREATE TABLE `machine_log` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`day` text NOT NULL,
	`kind` text NOT NULL,
	`says` text DEFAULT '' NOT NULL,
	`cost_minor` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `machine_log_machine` ON `machine_log` (`machine_id`,`day`);--> statement-breakpoint
CREATE TABLE `machines` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`width_um` integer NOT NULL,
	`feeds` text DEFAULT '' NOT NULL,
	`inks` text NOT NULL,
	`bought_on` text NOT NULL,
	`outlay_minor` integer NOT NULL,
	`life_hours` integer NOT NULL,
	`warranty_until` text,
	`charging_ml` integer NOT NULL,
	`delivery_days` integer NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text
);
--> statement-breakpoint
CREATE TABLE `media_settings` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`paper_id` text NOT NULL,
	`setting` text NOT NULL,
	`feed` text DEFAULT '' NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `media_settings_paper` ON `media_settings` (`paper_id`);--> statement-breakpoint
CREATE TABLE `quotes` (
	`id` text PRIMARY KEY NOT NULL,
	`route_id` text NOT NULL,
	`format_id` text NOT NULL,
	`quantity` integer NOT NULL,
	`total_minor` integer NOT NULL,
	`days` integer NOT NULL,
	`says` text NOT NULL,
	`kept_on` text NOT NULL,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `quotes_format` ON `quotes` (`format_id`);--> statement-breakpoint
CREATE TABLE `route_prices` (
	`id` text PRIMARY KEY NOT NULL,
	`route_id` text NOT NULL,
	`width_um` integer,
	`height_um` integer,
	`paper` text NOT NULL,
	`from_quantity` integer NOT NULL,
	`price_minor` integer NOT NULL,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `route_prices_route` ON `route_prices` (`route_id`);--> statement-breakpoint
CREATE TABLE `sent_jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`route_id` text NOT NULL,
	`lines` text NOT NULL,
	`total_minor` integer NOT NULL,
	`sent_on` text NOT NULL,
	`expected_on` text NOT NULL,
	`back_on` text,
	`inspection` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `suppliers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`delivery_days` integer NOT NULL,
	`carriage_minor` integer NOT NULL,
	`free_from_minor` integer,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text
);
--> statement-breakpoint
ALTER TABLE `formats` ADD `crop` text;--> statement-breakpoint
ALTER TABLE `formats` ADD `finish` text;--> statement-breakpoint
ALTER TABLE `studio` ADD `fine_print` text;--> statement-breakpoint
ALTER TABLE `studio` ADD `own_sizes` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `works` ADD `signature` text DEFAULT 'not said' NOT NULL;--> statement-breakpoint
ALTER TABLE `papers` ADD `supplier_id` text;--> statement-breakpoint
ALTER TABLE `papers` ADD `sample` text DEFAULT 'none' NOT NULL;--> statement-breakpoint
ALTER TABLE `papers` ADD `sample_notes` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `papers` ADD `gas_out_hours` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `papers` ADD `storage` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `routes` ADD `carriage_minor` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `routes` ADD `free_from_minor` integer;--> statement-breakpoint
ALTER TABLE `routes` ADD `set_up_minor` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `routes` ADD `bleed_um` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `routes` ADD `proof_kinds` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `routes` ADD `proof_minor` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `routes` ADD `proof_days` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `routes` ADD `read_on` text;--> statement-breakpoint
ALTER TABLE `supplies` ADD `window_width_um` integer;--> statement-breakpoint
ALTER TABLE `supplies` ADD `window_height_um` integer;--> statement-breakpoint
ALTER TABLE `supplies` ADD `acid_free` integer;