CREATE TABLE `listings` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`body` text NOT NULL,
	`written_at` text NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "listings.body" CHECK(json_valid("body")),
	CONSTRAINT "listings.written_at" CHECK("written_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "listings.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `listings_work` ON `listings` (`work_id`);--> statement-breakpoint
ALTER TABLE `channels` ADD `listing` text CONSTRAINT "channels.listing" CHECK(json_valid("listing"));
