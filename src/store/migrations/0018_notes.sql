CREATE TABLE `notes` (
	`id` text PRIMARY KEY NOT NULL,
	`subject` text NOT NULL,
	`subject_id` text NOT NULL,
	`text` text NOT NULL,
	`is_lesson` integer DEFAULT false NOT NULL,
	`at` text NOT NULL,
	CONSTRAINT "notes.subject" CHECK("subject" IN ('work', 'paper', 'route', 'order', 'person', 'hands')),
	CONSTRAINT "notes.is_lesson" CHECK("is_lesson" IN (0, 1)),
	CONSTRAINT "notes.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `notes_subject` ON `notes` (`subject`,`subject_id`);