CREATE TABLE `attention` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text,
	`place` text NOT NULL,
	`kind` text NOT NULL,
	`count` integer NOT NULL,
	`from_on` text NOT NULL,
	`until_on` text NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "attention.kind" CHECK("kind" IN ('looks', 'likes', 'questions', 'visitors at a stall')),
	CONSTRAINT "attention.count" CHECK(typeof("count") IN ('integer', 'null') AND coalesce("count", 0) >= 0),
	CONSTRAINT "attention.from_on" CHECK("from_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "attention.until_on" CHECK("until_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
CREATE INDEX `attention_work` ON `attention` (`work_id`);--> statement-breakpoint
CREATE INDEX `attention_until` ON `attention` (`until_on`);--> statement-breakpoint
CREATE TABLE `evidence` (
	`id` text PRIMARY KEY NOT NULL,
	`subject` text NOT NULL,
	`subject_id` text NOT NULL,
	`sha256` text NOT NULL,
	`bytes` integer NOT NULL,
	`file_name` text NOT NULL,
	`words` text DEFAULT '' NOT NULL,
	`at` text NOT NULL,
	CONSTRAINT "evidence.subject" CHECK("subject" IN ('note', 'impression', 'case', 'handover', 'sent job')),
	CONSTRAINT "evidence.bytes" CHECK(typeof("bytes") IN ('integer', 'null') AND coalesce("bytes", 0) >= 0),
	CONSTRAINT "evidence.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `evidence_subject` ON `evidence` (`subject`,`subject_id`);--> statement-breakpoint
CREATE INDEX `evidence_file` ON `evidence` (`sha256`);--> statement-breakpoint
ALTER TABLE `studio` ADD `cause_terms` text CONSTRAINT "studio.cause_terms" CHECK(json_valid("cause_terms"));--> statement-breakpoint
ALTER TABLE `studio` ADD `run_school` text CONSTRAINT "studio.run_school" CHECK(json_valid("run_school"));
