CREATE TABLE `print_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`route_id` text,
	`paper_id` text,
	`signing` text NOT NULL,
	`fine_print` integer NOT NULL,
	`goes_in` text DEFAULT '{"version":1,"body":[]}' NOT NULL,
	`place` integer DEFAULT 0 NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "print_lines.signing" CHECK("signing" IN ('front', 'back', 'on request', 'certificate only')),
	CONSTRAINT "print_lines.fine_print" CHECK("fine_print" IN (0, 1)),
	CONSTRAINT "print_lines.goes_in" CHECK(json_valid("goes_in")),
	CONSTRAINT "print_lines.place" CHECK(typeof("place") IN ('integer', 'null') AND coalesce("place", 0) >= 0),
	CONSTRAINT "print_lines.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE TABLE `products` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`line_id` text NOT NULL,
	`finish` text NOT NULL,
	`in_edition` integer DEFAULT true NOT NULL,
	`quote_minor` integer,
	`quote_from` text DEFAULT '' NOT NULL,
	`quoted_on` text,
	`created_at` text NOT NULL,
	`archived_at` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`line_id`) REFERENCES `print_lines`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "products.finish" CHECK("finish" IN ('loose', 'sleeved', 'mounted', 'framed', 'on bars', 'on a panel')),
	CONSTRAINT "products.in_edition" CHECK("in_edition" IN (0, 1)),
	CONSTRAINT "products.quote_minor" CHECK(typeof("quote_minor") IN ('integer', 'null') AND coalesce("quote_minor", 0) >= 0),
	CONSTRAINT "products.quoted_on" CHECK("quoted_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "products.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "products.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `products_once` ON `products` (`format_id`,`line_id`,`finish`);--> statement-breakpoint
CREATE INDEX `products_work` ON `products` (`work_id`);--> statement-breakpoint
CREATE TABLE `timings` (
	`id` text PRIMARY KEY NOT NULL,
	`act` text NOT NULL,
	`seconds` integer NOT NULL,
	`prints` integer NOT NULL,
	`at` text NOT NULL,
	CONSTRAINT "timings.act" CHECK("act" IN ('trim', 'sign', 'inspect', 'mount', 'frame', 'stretch', 'pack')),
	CONSTRAINT "timings.seconds" CHECK(typeof("seconds") IN ('integer', 'null') AND coalesce("seconds", 0) >= 0),
	CONSTRAINT "timings.prints" CHECK(typeof("prints") IN ('integer', 'null') AND coalesce("prints", 0) >= 0),
	CONSTRAINT "timings.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `timings_act` ON `timings` (`act`,`at`);--> statement-breakpoint
CREATE TABLE `account_entries` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`kind` text NOT NULL,
	`says` text NOT NULL,
	`who` text DEFAULT '' NOT NULL,
	`noted_on` text NOT NULL,
	`sum_minor` integer NOT NULL,
	`minutes` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `job_accounts`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "account_entries.kind" CHECK("kind" IN ('quote', 'cost', 'hours', 'loss', 'deposit', 'stage', 'final')),
	CONSTRAINT "account_entries.noted_on" CHECK("noted_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "account_entries.sum_minor" CHECK(typeof("sum_minor") IN ('integer', 'null') AND coalesce("sum_minor", 0) >= 0),
	CONSTRAINT "account_entries.minutes" CHECK(typeof("minutes") IN ('integer', 'null') AND coalesce("minutes", 0) >= 0)
);
--> statement-breakpoint
CREATE INDEX `account_entries_account` ON `account_entries` (`account_id`);--> statement-breakpoint
CREATE TABLE `channels` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`rules` text NOT NULL,
	`read_on` text NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text,
	CONSTRAINT "channels.kind" CHECK("kind" IN ('own site', 'marketplace', 'partner prints', 'shop or gallery', 'fair')),
	CONSTRAINT "channels.rules" CHECK(json_valid("rules")),
	CONSTRAINT "channels.read_on" CHECK("read_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "channels.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE TABLE `goods` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`cost_minor` integer NOT NULL,
	`price_minor` integer NOT NULL,
	`on_hand` integer NOT NULL,
	`weight_mg` integer NOT NULL,
	`thickness_um` integer NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text,
	CONSTRAINT "goods.kind" CHECK("kind" IN ('card', 'sticker sheet', 'pin', 'mat', 'voucher', 'other')),
	CONSTRAINT "goods.cost_minor" CHECK(typeof("cost_minor") IN ('integer', 'null')),
	CONSTRAINT "goods.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "goods.on_hand" CHECK(typeof("on_hand") IN ('integer', 'null') AND coalesce("on_hand", 0) >= 0),
	CONSTRAINT "goods.weight_mg" CHECK(typeof("weight_mg") IN ('integer', 'null') AND coalesce("weight_mg", 0) >= 0),
	CONSTRAINT "goods.thickness_um" CHECK(typeof("thickness_um") IN ('integer', 'null') AND coalesce("thickness_um", 0) >= 0),
	CONSTRAINT "goods.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE TABLE `goods_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`goods_id` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`goods_id`) REFERENCES `goods`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "goods_moves.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "goods_moves.kind" CHECK("kind" IN ('counted', 'received', 'sold', 'gave')),
	CONSTRAINT "goods_moves.amount" CHECK(typeof("amount") IN ('integer', 'null'))
);
--> statement-breakpoint
CREATE INDEX `goods_moves_goods` ON `goods_moves` (`goods_id`);--> statement-breakpoint
CREATE TABLE `job_accounts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`work_id` text,
	`client` text DEFAULT '' NOT NULL,
	`agreed_minor` integer,
	`opened_on` text NOT NULL,
	`closed_at` text,
	`notes` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "job_accounts.agreed_minor" CHECK(typeof("agreed_minor") IN ('integer', 'null') AND coalesce("agreed_minor", 0) >= 0),
	CONSTRAINT "job_accounts.opened_on" CHECK("opened_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "job_accounts.closed_at" CHECK("closed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `job_accounts_work` ON `job_accounts` (`work_id`);--> statement-breakpoint
CREATE TABLE `market_notes` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text,
	`says` text NOT NULL,
	`price_minor` integer NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`seen_on` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "market_notes.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "market_notes.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "market_notes.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "market_notes.seen_on" CHECK("seen_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
CREATE INDEX `market_notes_work` ON `market_notes` (`work_id`);--> statement-breakpoint
CREATE TABLE `__new_prices` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`product_id` text NOT NULL,
	`price_minor` integer NOT NULL,
	`question` text NOT NULL,
	`valid_from_on` text NOT NULL,
	`decided_at` text NOT NULL,
	`withdrawn_at` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "prices.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "prices.question" CHECK(json_valid("question")),
	CONSTRAINT "prices.valid_from_on" CHECK("valid_from_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "prices.decided_at" CHECK("decided_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "prices.withdrawn_at" CHECK("withdrawn_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
-- What had one price per size is a loose print of a first line, made as its last proof was. Nothing is lost: ids, sums, costs, days.
INSERT INTO `print_lines`("id", "name", "signing", "fine_print")
	SELECT '00000000000000000000000001', 'Prints', 'front', 0 WHERE EXISTS (SELECT 1 FROM `prices`);--> statement-breakpoint
INSERT INTO `products`("id", "work_id", "format_id", "line_id", "finish", "created_at")
	SELECT "id", "work_id", "format_id", '00000000000000000000000001', 'loose', "decided_at" FROM `prices`;--> statement-breakpoint
INSERT INTO `__new_prices`("id", "work_id", "format_id", "product_id", "price_minor", "question", "valid_from_on", "decided_at")
	SELECT "id", "work_id", "format_id", "id", "price_minor", "question", substr("decided_at", 1, 10), "decided_at" FROM `prices`;--> statement-breakpoint
DROP TABLE `prices`;--> statement-breakpoint
ALTER TABLE `__new_prices` RENAME TO `prices`;--> statement-breakpoint
CREATE INDEX `prices_product` ON `prices` (`product_id`,`valid_from_on`);--> statement-breakpoint
CREATE INDEX `prices_work` ON `prices` (`work_id`);--> statement-breakpoint
ALTER TABLE `studio` ADD `cost_rates` text CONSTRAINT "studio.cost_rates" CHECK(json_valid("cost_rates"));--> statement-breakpoint
ALTER TABLE `works` ADD `asking_price_minor` integer CONSTRAINT "works.asking_price_minor" CHECK(typeof("asking_price_minor") IN ('integer', 'null') AND coalesce("asking_price_minor", 0) >= 0);--> statement-breakpoint
ALTER TABLE `works` ADD `capture_minor` integer DEFAULT 0 NOT NULL CONSTRAINT "works.capture_minor" CHECK(typeof("capture_minor") IN ('integer', 'null') AND coalesce("capture_minor", 0) >= 0);--> statement-breakpoint
ALTER TABLE `works` ADD `expected_prints` integer CONSTRAINT "works.expected_prints" CHECK(typeof("expected_prints") IN ('integer', 'null') AND coalesce("expected_prints", 0) >= 0);--> statement-breakpoint
ALTER TABLE `order_lines` ADD `product_id` text REFERENCES products(id);--> statement-breakpoint
UPDATE `order_lines` SET "product_id" = (SELECT p."id" FROM `products` p WHERE p."format_id" = `order_lines`."format_id");
