CREATE TABLE `cause_payments` (
	`id` text PRIMARY KEY NOT NULL,
	`cause` text NOT NULL,
	`sum_minor` integer NOT NULL,
	`until_on` text NOT NULL,
	`paid_on` text NOT NULL,
	`proof` text NOT NULL,
	CONSTRAINT "cause_payments.sum_minor" CHECK(typeof("sum_minor") IN ('integer', 'null') AND coalesce("sum_minor", 0) >= 0),
	CONSTRAINT "cause_payments.until_on" CHECK("until_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "cause_payments.paid_on" CHECK("paid_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
ALTER TABLE `orders` ADD `channel_id` text REFERENCES channels(id);--> statement-breakpoint
ALTER TABLE `products` ADD `quote_currency` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `products` ADD `quote_foreign_minor` integer CONSTRAINT "products.quote_foreign_minor" CHECK(typeof("quote_foreign_minor") IN ('integer', 'null') AND coalesce("quote_foreign_minor", 0) >= 0);--> statement-breakpoint
ALTER TABLE `products` ADD `quote_rate` real CONSTRAINT "products.quote_rate" CHECK(typeof("quote_rate") IN ('real', 'integer', 'null'));--> statement-breakpoint
ALTER TABLE `studio` ADD `tax_shown` real CONSTRAINT "studio.tax_shown" CHECK(typeof("tax_shown") IN ('real', 'integer', 'null'));
