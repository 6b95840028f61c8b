DROP INDEX `proofs_work`;--> statement-breakpoint
CREATE INDEX `proofs_format` ON `proofs` (`format_id`,`state`);--> statement-breakpoint
CREATE INDEX `proofs_paper` ON `proofs` (`paper_id`);--> statement-breakpoint
CREATE INDEX `proofs_work` ON `proofs` (`work_id`,`state`);--> statement-breakpoint
CREATE INDEX `impressions_ready` ON `impressions` (`edition_id`,`format_id`,`state`);--> statement-breakpoint
CREATE INDEX `impressions_paper` ON `impressions` (`paper_id`);--> statement-breakpoint
CREATE INDEX `prices_format` ON `prices` (`format_id`);--> statement-breakpoint
CREATE INDEX `register_act` ON `register` (`act`);--> statement-breakpoint
CREATE INDEX `orders_ordered` ON `orders` (`ordered_on`);