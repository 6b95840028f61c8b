CREATE TABLE `bench_marks` (
	`id` text PRIMARY KEY NOT NULL,
	`line` text NOT NULL,
	`until_on` text,
	`planned_on` text,
	`why` text DEFAULT '' NOT NULL,
	`changed_at` text NOT NULL,
	CONSTRAINT "bench_marks.until_on" CHECK("until_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "bench_marks.planned_on" CHECK("planned_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "bench_marks.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `bench_marks_line` ON `bench_marks` (`line`);--> statement-breakpoint
CREATE TABLE `day_hours` (
	`id` text PRIMARY KEY NOT NULL,
	`day` text NOT NULL,
	`minutes` integer NOT NULL,
	CONSTRAINT "day_hours.day" CHECK("day" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "day_hours.minutes" CHECK(typeof("minutes") IN ('integer', 'null') AND coalesce("minutes", 0) >= 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX `day_hours_day` ON `day_hours` (`day`);--> statement-breakpoint
ALTER TABLE `studio` ADD `week` text CONSTRAINT "studio.week" CHECK(json_valid("week"));
