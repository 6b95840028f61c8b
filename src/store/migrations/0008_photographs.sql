CREATE TABLE `photographs` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`sha256` text NOT NULL,
	`bytes` integer NOT NULL,
	`file_name` text NOT NULL,
	`shows` text NOT NULL,
	`words` text DEFAULT '' NOT NULL,
	`taken_on` text,
	`kept_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "photographs.bytes" CHECK(typeof("bytes") IN ('integer', 'null') AND coalesce("bytes", 0) >= 0),
	CONSTRAINT "photographs.shows" CHECK("shows" IN ('front', 'back', 'signature', 'damage', 'detail')),
	CONSTRAINT "photographs.taken_on" CHECK("taken_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "photographs.kept_at" CHECK("kept_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `photographs_work` ON `photographs` (`work_id`);--> statement-breakpoint
CREATE INDEX `photographs_file` ON `photographs` (`sha256`);