CREATE TABLE `formats` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`name` text NOT NULL,
	`family` text NOT NULL,
	`image_width_um` integer NOT NULL,
	`image_height_um` integer NOT NULL,
	`border_top_um` integer NOT NULL,
	`border_right_um` integer NOT NULL,
	`border_bottom_um` integer NOT NULL,
	`border_left_um` integer NOT NULL,
	`created_at` text NOT NULL,
	`archived_at` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `formats_work` ON `formats` (`work_id`);--> statement-breakpoint
CREATE TABLE `intakes` (
	`id` text PRIMARY KEY NOT NULL,
	`file_name` text NOT NULL,
	`started_at` text NOT NULL,
	`state` text NOT NULL,
	`says` text DEFAULT '' NOT NULL,
	`sha256` text,
	`work_id` text,
	`master_id` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE INDEX `intakes_state` ON `intakes` (`state`);--> statement-breakpoint
CREATE TABLE `masters` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`sha256` text NOT NULL,
	`bytes` integer NOT NULL,
	`file_name` text NOT NULL,
	`file_kind` text NOT NULL,
	`width_px` integer NOT NULL,
	`height_px` integer NOT NULL,
	`bits` integer NOT NULL,
	`channels` integer NOT NULL,
	`alpha` integer NOT NULL,
	`colour` text NOT NULL,
	`pages` integer DEFAULT 1 NOT NULL,
	`density` real,
	`density_unit` text DEFAULT 'none' NOT NULL,
	`orientation` integer DEFAULT 1 NOT NULL,
	`compression` text DEFAULT '' NOT NULL,
	`profile_label` text,
	`profile_bytes` integer DEFAULT 0 NOT NULL,
	`captured_at` text,
	`method` text DEFAULT '' NOT NULL,
	`state` text NOT NULL,
	`current` integer NOT NULL,
	`received_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `masters_once` ON `masters` (`work_id`,`sha256`);--> statement-breakpoint
CREATE INDEX `masters_sha` ON `masters` (`sha256`);--> statement-breakpoint
CREATE INDEX `masters_state` ON `masters` (`state`);--> statement-breakpoint
CREATE TABLE `studio` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`artist` text NOT NULL,
	`address` text NOT NULL,
	`unit` text NOT NULL,
	`currency` text NOT NULL,
	`time_zone` text NOT NULL,
	`school` text NOT NULL,
	`families` text NOT NULL,
	`handling_days` integer NOT NULL,
	`workdays` text NOT NULL,
	`holidays` text NOT NULL,
	`remake` text NOT NULL,
	`border_um` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `works` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`year` integer,
	`medium` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer,
	`height_um` integer,
	`owner` text NOT NULL,
	`sold_price_minor` integer,
	`dry_since` text,
	`varnish` text DEFAULT '' NOT NULL,
	`surface` text DEFAULT '' NOT NULL,
	`smears` integer DEFAULT false NOT NULL,
	`may_print` text NOT NULL,
	`rights` text DEFAULT '' NOT NULL,
	`school` text,
	`families` text,
	`notes` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	`archived_at` text
);
--> statement-breakpoint
CREATE INDEX `works_title` ON `works` (`title`);--> statement-breakpoint
CREATE INDEX `works_live` ON `works` (`archived_at`,`created_at`);--> statement-breakpoint
CREATE TABLE `editions` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`kind` text NOT NULL,
	`size` integer,
	`proofs` text NOT NULL,
	`run` text NOT NULL,
	`format_id` text,
	`remake` text NOT NULL,
	`signing` text NOT NULL,
	`covers` text NOT NULL,
	`opened_at` text NOT NULL,
	`closed_at` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `editions_work` ON `editions` (`work_id`);--> statement-breakpoint
CREATE TABLE `impressions` (
	`id` text PRIMARY KEY NOT NULL,
	`edition_id` text NOT NULL,
	`kind` text NOT NULL,
	`number` integer NOT NULL,
	`state` text NOT NULL,
	`format_id` text,
	`paper_id` text,
	`proof_id` text,
	`order_line_id` text,
	`printed_at` text,
	`signed_at` text,
	`certified_at` text,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`edition_id`) REFERENCES `editions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`proof_id`) REFERENCES `proofs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `impressions_number` ON `impressions` (`edition_id`,`kind`,`number`);--> statement-breakpoint
CREATE INDEX `impressions_line` ON `impressions` (`order_line_id`);--> statement-breakpoint
CREATE INDEX `impressions_state` ON `impressions` (`state`,`edition_id`);--> statement-breakpoint
CREATE TABLE `papers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`base` text NOT NULL,
	`surface` text NOT NULL,
	`gsm` integer NOT NULL,
	`thickness_um` integer NOT NULL,
	`brightener` text NOT NULL,
	`may_roll` integer NOT NULL,
	`scuffs` integer NOT NULL,
	`dry_hours` integer NOT NULL,
	`price_per_m2_minor` integer NOT NULL,
	`sizes` text DEFAULT '' NOT NULL,
	`permanence` text DEFAULT '' NOT NULL,
	`discontinued` integer DEFAULT false NOT NULL,
	`notes` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE `prices` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`price_minor` integer NOT NULL,
	`question` text NOT NULL,
	`decided_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `prices_format` ON `prices` (`format_id`);--> statement-breakpoint
CREATE INDEX `prices_work` ON `prices` (`work_id`);--> statement-breakpoint
CREATE TABLE `proofs` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`paper_id` text NOT NULL,
	`route_id` text NOT NULL,
	`master_id` text NOT NULL,
	`round` integer NOT NULL,
	`kind` text NOT NULL,
	`state` text NOT NULL,
	`reference` integer DEFAULT false NOT NULL,
	`formula` text NOT NULL,
	`changed` text DEFAULT '' NOT NULL,
	`asked_at` text NOT NULL,
	`made_at` text,
	`judged_at` text,
	`light` text DEFAULT '' NOT NULL,
	`distance_um` integer NOT NULL,
	`words` text DEFAULT '' NOT NULL,
	`cost_minor` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `proofs_work` ON `proofs` (`work_id`);--> statement-breakpoint
CREATE INDEX `proofs_state` ON `proofs` (`state`);--> statement-breakpoint
CREATE TABLE `register` (
	`seq` integer PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`who` text NOT NULL,
	`act` text NOT NULL,
	`edition_id` text NOT NULL,
	`impression_id` text,
	`body` text NOT NULL,
	`prev_hash` text NOT NULL,
	`hash` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `register_impression` ON `register` (`impression_id`);--> statement-breakpoint
CREATE INDEX `register_edition` ON `register` (`edition_id`);--> statement-breakpoint
CREATE TABLE `routes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`process` text NOT NULL,
	`lead_days` integer NOT NULL,
	`ppi_steps` text NOT NULL,
	`space` text NOT NULL,
	`file_kinds` text NOT NULL,
	`adds_border` integer NOT NULL,
	`gives_proofs` integer NOT NULL,
	`price_per_m2_minor` integer NOT NULL,
	`minimum_minor` integer NOT NULL,
	`notes` text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE `buyers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`preferred_name` text DEFAULT '' NOT NULL,
	`email` text DEFAULT '' NOT NULL,
	`address` text NOT NULL,
	`country` text NOT NULL,
	`may_write_since` text,
	`notes` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `buyers_name` ON `buyers` (`name`);--> statement-breakpoint
CREATE TABLE `journal` (
	`id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`who` text NOT NULL,
	`act` text NOT NULL,
	`subject` text NOT NULL,
	`subject_id` text NOT NULL,
	`says` text NOT NULL,
	`before` text,
	`after` text
);
--> statement-breakpoint
CREATE INDEX `journal_at` ON `journal` (`at`);--> statement-breakpoint
CREATE INDEX `journal_subject` ON `journal` (`subject_id`);--> statement-breakpoint
CREATE TABLE `order_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`edition_id` text NOT NULL,
	`format_id` text NOT NULL,
	`quantity` integer NOT NULL,
	`price_minor` integer NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`edition_id`) REFERENCES `editions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `order_lines_order` ON `order_lines` (`order_id`);--> statement-breakpoint
CREATE INDEX `order_lines_edition` ON `order_lines` (`edition_id`);--> statement-breakpoint
CREATE TABLE `orders` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`buyer_id` text NOT NULL,
	`state` text NOT NULL,
	`ordered_on` text NOT NULL,
	`ship_by` text NOT NULL,
	`carriage_minor` integer NOT NULL,
	`paid_at` text,
	`message` text DEFAULT '' NOT NULL,
	`wants_signature` integer DEFAULT false NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`buyer_id`) REFERENCES `buyers`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `orders_number` ON `orders` (`number`);--> statement-breakpoint
CREATE INDEX `orders_state` ON `orders` (`state`,`ship_by`);--> statement-breakpoint
CREATE INDEX `orders_buyer` ON `orders` (`buyer_id`);--> statement-breakpoint
CREATE TABLE `parcels` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`form` text NOT NULL,
	`parts` text NOT NULL,
	`expected_mg` integer NOT NULL,
	`scale_mg` integer,
	`scale_by` text DEFAULT '' NOT NULL,
	`length_um` integer NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`ticked_at_packing` text NOT NULL,
	`override_reason` text DEFAULT '' NOT NULL,
	`sealed_at` text,
	`service_id` text,
	`tracking` text DEFAULT '' NOT NULL,
	`dispatched_at` text,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`service_id`) REFERENCES `services`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `parcels_order` ON `parcels` (`order_id`);--> statement-breakpoint
CREATE TABLE `services` (
	`id` text PRIMARY KEY NOT NULL,
	`carrier` text NOT NULL,
	`name` text NOT NULL,
	`tracked` integer NOT NULL,
	`insured_minor` integer NOT NULL,
	`days` integer NOT NULL,
	`max_length_um` integer NOT NULL,
	`max_weight_mg` integer NOT NULL,
	`price_minor` integer NOT NULL,
	`read_on` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `supplies` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`weight_mg` integer NOT NULL,
	`on_hand` integer NOT NULL,
	`reorder_at` integer NOT NULL,
	`price_minor` integer NOT NULL
);
