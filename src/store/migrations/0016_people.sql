ALTER TABLE `buyers` ADD `may_write_how` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `buyers` ADD `removed_at` text CONSTRAINT "buyers.removed_at" CHECK("removed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z');
