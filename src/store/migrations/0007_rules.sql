PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_supplies` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`window_width_um` integer,
	`window_height_um` integer,
	`weight_mg` integer NOT NULL,
	`acid_free` integer,
	`on_hand` integer NOT NULL,
	`reorder_at` integer NOT NULL,
	`price_minor` integer NOT NULL,
	CONSTRAINT "supplies.kind" CHECK("kind" IN ('board', 'sleeve', 'mailer', 'tube', 'interleaving', 'card', 'certificate', 'care sheet', 'label', 'tape', 'corner', 'box', 'mat')),
	CONSTRAINT "supplies.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "supplies.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "supplies.window_width_um" CHECK(typeof("window_width_um") IN ('integer', 'null') AND coalesce("window_width_um", 0) >= 0),
	CONSTRAINT "supplies.window_height_um" CHECK(typeof("window_height_um") IN ('integer', 'null') AND coalesce("window_height_um", 0) >= 0),
	CONSTRAINT "supplies.weight_mg" CHECK(typeof("weight_mg") IN ('integer', 'null') AND coalesce("weight_mg", 0) >= 0),
	CONSTRAINT "supplies.acid_free" CHECK("acid_free" IN (0, 1)),
	CONSTRAINT "supplies.on_hand" CHECK(typeof("on_hand") IN ('integer', 'null') AND coalesce("on_hand", 0) >= 0),
	CONSTRAINT "supplies.reorder_at" CHECK(typeof("reorder_at") IN ('integer', 'null') AND coalesce("reorder_at", 0) >= 0),
	CONSTRAINT "supplies.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0)
);
--> statement-breakpoint
INSERT INTO `__new_supplies`("id", "name", "kind", "width_um", "height_um", "window_width_um", "window_height_um", "weight_mg", "acid_free", "on_hand", "reorder_at", "price_minor") SELECT "id", "name", "kind", "width_um", "height_um", "window_width_um", "window_height_um", "weight_mg", "acid_free", "on_hand", "reorder_at", "price_minor" FROM `supplies`;--> statement-breakpoint
DROP TABLE `supplies`;--> statement-breakpoint
ALTER TABLE `__new_supplies` RENAME TO `supplies`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE TABLE `__new_equipment` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`spec` text NOT NULL,
	`archived_at` text,
	CONSTRAINT "equipment.spec" CHECK(json_valid("spec")),
	CONSTRAINT "equipment.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_equipment`("id", "name", "spec", "archived_at") SELECT "id", "name", "spec", "archived_at" FROM `equipment`;--> statement-breakpoint
DROP TABLE `equipment`;--> statement-breakpoint
ALTER TABLE `__new_equipment` RENAME TO `equipment`;--> statement-breakpoint
CREATE TABLE `__new_readings` (
	`master_id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE cascade,
	CONSTRAINT "readings.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "readings.body" CHECK(json_valid("body"))
);
--> statement-breakpoint
INSERT INTO `__new_readings`("master_id", "at", "body") SELECT "master_id", "at", "body" FROM `readings`;--> statement-breakpoint
DROP TABLE `readings`;--> statement-breakpoint
ALTER TABLE `__new_readings` RENAME TO `readings`;--> statement-breakpoint
CREATE TABLE `__new_cutters` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`tolerance_sheet_um` integer NOT NULL,
	`tolerance_image_um` integer NOT NULL,
	`tolerance_window_um` integer NOT NULL,
	`placing_um` integer NOT NULL,
	`read_on` text NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text,
	CONSTRAINT "cutters.tolerance_sheet_um" CHECK(typeof("tolerance_sheet_um") IN ('integer', 'null') AND coalesce("tolerance_sheet_um", 0) >= 0),
	CONSTRAINT "cutters.tolerance_image_um" CHECK(typeof("tolerance_image_um") IN ('integer', 'null') AND coalesce("tolerance_image_um", 0) >= 0),
	CONSTRAINT "cutters.tolerance_window_um" CHECK(typeof("tolerance_window_um") IN ('integer', 'null') AND coalesce("tolerance_window_um", 0) >= 0),
	CONSTRAINT "cutters.placing_um" CHECK(typeof("placing_um") IN ('integer', 'null') AND coalesce("placing_um", 0) >= 0),
	CONSTRAINT "cutters.read_on" CHECK("read_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "cutters.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_cutters`("id", "name", "tolerance_sheet_um", "tolerance_image_um", "tolerance_window_um", "placing_um", "read_on", "notes", "archived_at") SELECT "id", "name", "tolerance_sheet_um", "tolerance_image_um", "tolerance_window_um", "placing_um", "read_on", "notes", "archived_at" FROM `cutters`;--> statement-breakpoint
DROP TABLE `cutters`;--> statement-breakpoint
ALTER TABLE `__new_cutters` RENAME TO `cutters`;--> statement-breakpoint
CREATE TABLE `__new_suppliers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`delivery_days` integer NOT NULL,
	`carriage_minor` integer NOT NULL,
	`free_from_minor` integer,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text,
	CONSTRAINT "suppliers.delivery_days" CHECK(typeof("delivery_days") IN ('integer', 'null') AND coalesce("delivery_days", 0) >= 0),
	CONSTRAINT "suppliers.carriage_minor" CHECK(typeof("carriage_minor") IN ('integer', 'null') AND coalesce("carriage_minor", 0) >= 0),
	CONSTRAINT "suppliers.free_from_minor" CHECK(typeof("free_from_minor") IN ('integer', 'null') AND coalesce("free_from_minor", 0) >= 0),
	CONSTRAINT "suppliers.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_suppliers`("id", "name", "delivery_days", "carriage_minor", "free_from_minor", "notes", "archived_at") SELECT "id", "name", "delivery_days", "carriage_minor", "free_from_minor", "notes", "archived_at" FROM `suppliers`;--> statement-breakpoint
DROP TABLE `suppliers`;--> statement-breakpoint
ALTER TABLE `__new_suppliers` RENAME TO `suppliers`;