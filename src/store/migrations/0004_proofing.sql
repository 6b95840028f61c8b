CREATE TABLE `comparisons` (
	`id` text PRIMARY KEY NOT NULL,
	`proof_id` text NOT NULL,
	`at` text NOT NULL,
	`way` text NOT NULL,
	`captures` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`proof_id`) REFERENCES `proofs`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `comparisons_proof` ON `comparisons` (`proof_id`);--> statement-breakpoint
CREATE TABLE `gamut_counts` (
	`id` text PRIMARY KEY NOT NULL,
	`sha256` text NOT NULL,
	`profile_id` text NOT NULL,
	`at` text NOT NULL,
	`body` text NOT NULL,
	`advice` text NOT NULL,
	FOREIGN KEY (`profile_id`) REFERENCES `profiles`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `gamut_counts_once` ON `gamut_counts` (`sha256`,`profile_id`);--> statement-breakpoint
CREATE TABLE `inspections` (
	`id` text PRIMARY KEY NOT NULL,
	`impression_id` text NOT NULL,
	`proof_id` text,
	`at` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`impression_id`) REFERENCES `impressions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `inspections_impression` ON `inspections` (`impression_id`);--> statement-breakpoint
CREATE TABLE `profiles` (
	`id` text PRIMARY KEY NOT NULL,
	`sha256` text NOT NULL,
	`file_name` text NOT NULL,
	`paper_id` text NOT NULL,
	`machine_id` text,
	`route_id` text,
	`setting` text DEFAULT '' NOT NULL,
	`facts` text NOT NULL,
	`gamut` text NOT NULL,
	`practice` text,
	`notes` text DEFAULT '' NOT NULL,
	`received_at` text NOT NULL,
	`archived_at` text,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `profiles_paper` ON `profiles` (`paper_id`);--> statement-breakpoint
CREATE INDEX `profiles_sha` ON `profiles` (`sha256`);--> statement-breakpoint
ALTER TABLE `studio` ADD `screen` text;--> statement-breakpoint
ALTER TABLE `studio` ADD `proof_limits` text;--> statement-breakpoint
ALTER TABLE `studio` ADD `reference_days` integer;--> statement-breakpoint
ALTER TABLE `works` ADD `aim` text DEFAULT 'match' NOT NULL;--> statement-breakpoint
ALTER TABLE `proofs` ADD `changes` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `proofs` ADD `adjust` text;--> statement-breakpoint
ALTER TABLE `proofs` ADD `plan` text;--> statement-breakpoint
ALTER TABLE `proofs` ADD `print_file_sha` text;--> statement-breakpoint
ALTER TABLE `proofs` ADD `file_name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `proofs` ADD `intent` text;--> statement-breakpoint
ALTER TABLE `proofs` ADD `place` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `proofs` ADD `dried_hours` integer;--> statement-breakpoint
ALTER TABLE `proofs` ADD `photo_sha` text;--> statement-breakpoint
ALTER TABLE `proofs` ADD `client` text;