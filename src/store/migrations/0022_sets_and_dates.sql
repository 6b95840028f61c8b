CREATE TABLE `work_sets` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`members` text NOT NULL,
	`price_minor` integer NOT NULL,
	`same_number` integer DEFAULT false NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	`archived_at` text,
	CONSTRAINT "work_sets.members" CHECK(json_valid("members")),
	CONSTRAINT "work_sets.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "work_sets.same_number" CHECK("same_number" IN (0, 1)),
	CONSTRAINT "work_sets.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "work_sets.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE TABLE `week_dates` (
	`id` text PRIMARY KEY NOT NULL,
	`from_on` text NOT NULL,
	`until_on` text NOT NULL,
	`says` text NOT NULL,
	`created_at` text NOT NULL,
	CONSTRAINT "week_dates.from_on" CHECK("from_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "week_dates.until_on" CHECK("until_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "week_dates.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `week_dates_until` ON `week_dates` (`until_on`);--> statement-breakpoint
ALTER TABLE `works` ADD `series` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `works_series` ON `works` (`series`);--> statement-breakpoint
ALTER TABLE `order_lines` ADD `set_id` text REFERENCES work_sets(id);--> statement-breakpoint
ALTER TABLE `suppliers` ADD `cutoff_minute` integer CONSTRAINT "suppliers.cutoff_minute" CHECK(typeof("cutoff_minute") IN ('integer', 'null') AND coalesce("cutoff_minute", 0) >= 0);