CREATE TABLE `craftspeople` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`craft` text NOT NULL,
	`place` text NOT NULL,
	`country` text NOT NULL,
	`contact` text DEFAULT '' NOT NULL,
	`price_minor` integer NOT NULL,
	`days` integer NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text,
	CONSTRAINT "craftspeople.craft" CHECK("craft" IN ('framer', 'mounter', 'repairer', 'printer')),
	CONSTRAINT "craftspeople.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "craftspeople.days" CHECK(typeof("days") IN ('integer', 'null') AND coalesce("days", 0) >= 0),
	CONSTRAINT "craftspeople.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE TABLE `handovers` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`at` text NOT NULL,
	`from_whom` text NOT NULL,
	`to_whom` text NOT NULL,
	`condition` text NOT NULL,
	`bears` text NOT NULL,
	`photos` text NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "handovers.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "handovers.photos" CHECK(json_valid("photos"))
);
--> statement-breakpoint
CREATE INDEX `handovers_order` ON `handovers` (`order_id`);
--> statement-breakpoint
CREATE TABLE `inserts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`rule` text NOT NULL,
	`supply_id` text,
	`goods_id` text,
	`weight_mg` integer NOT NULL,
	`thickness_um` integer NOT NULL,
	`archived_at` text,
	FOREIGN KEY (`supply_id`) REFERENCES `supplies`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`goods_id`) REFERENCES `goods`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "inserts.rule" CHECK("rule" IN ('all', 'fine line', 'limited', 'gift in turn')),
	CONSTRAINT "inserts.weight_mg" CHECK(typeof("weight_mg") IN ('integer', 'null') AND coalesce("weight_mg", 0) >= 0),
	CONSTRAINT "inserts.thickness_um" CHECK(typeof("thickness_um") IN ('integer', 'null') AND coalesce("thickness_um", 0) >= 0),
	CONSTRAINT "inserts.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE TABLE `openings` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`length_um` integer,
	`may_tilt` integer NOT NULL,
	`order_id` text,
	`place` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "openings.kind" CHECK("kind" IN ('door', 'stair', 'lift', 'vehicle')),
	CONSTRAINT "openings.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "openings.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "openings.length_um" CHECK(typeof("length_um") IN ('integer', 'null') AND coalesce("length_um", 0) >= 0),
	CONSTRAINT "openings.may_tilt" CHECK("may_tilt" IN (0, 1)),
	CONSTRAINT "openings.place" CHECK(typeof("place") IN ('integer', 'null') AND coalesce("place", 0) >= 0)
);
--> statement-breakpoint
CREATE INDEX `openings_order` ON `openings` (`order_id`);
--> statement-breakpoint
CREATE TABLE `order_cases` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`kind` text NOT NULL,
	`state` text NOT NULL,
	`opened_on` text NOT NULL,
	`deadline_on` text,
	`condition` text DEFAULT '' NOT NULL,
	`says` text NOT NULL,
	`claim_minor` integer DEFAULT 0 NOT NULL,
	`got_minor` integer DEFAULT 0 NOT NULL,
	`refund_minor` integer DEFAULT 0 NOT NULL,
	`photos` text NOT NULL,
	`closed_on` text,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "order_cases.kind" CHECK("kind" IN ('late', 'returned', 'damaged', 'lost')),
	CONSTRAINT "order_cases.state" CHECK("state" IN ('open', 'claimed', 'paid', 'refused', 'closed')),
	CONSTRAINT "order_cases.opened_on" CHECK("opened_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "order_cases.deadline_on" CHECK("deadline_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "order_cases.claim_minor" CHECK(typeof("claim_minor") IN ('integer', 'null') AND coalesce("claim_minor", 0) >= 0),
	CONSTRAINT "order_cases.got_minor" CHECK(typeof("got_minor") IN ('integer', 'null') AND coalesce("got_minor", 0) >= 0),
	CONSTRAINT "order_cases.refund_minor" CHECK(typeof("refund_minor") IN ('integer', 'null') AND coalesce("refund_minor", 0) >= 0),
	CONSTRAINT "order_cases.photos" CHECK(json_valid("photos")),
	CONSTRAINT "order_cases.closed_on" CHECK("closed_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
CREATE INDEX `order_cases_order` ON `order_cases` (`order_id`);
--> statement-breakpoint
CREATE INDEX `order_cases_state` ON `order_cases` (`state`);
--> statement-breakpoint
CREATE TABLE `order_goods` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`goods_id` text NOT NULL,
	`quantity` integer NOT NULL,
	`price_minor` integer NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`goods_id`) REFERENCES `goods`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "order_goods.quantity" CHECK(typeof("quantity") IN ('integer', 'null') AND coalesce("quantity", 0) >= 0),
	CONSTRAINT "order_goods.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0)
);
--> statement-breakpoint
CREATE INDEX `order_goods_order` ON `order_goods` (`order_id`);
--> statement-breakpoint
CREATE INDEX `order_goods_goods` ON `order_goods` (`goods_id`);
--> statement-breakpoint
CREATE TABLE `order_sources` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`mapping` text NOT NULL,
	`changed_at` text NOT NULL,
	CONSTRAINT "order_sources.mapping" CHECK(json_valid("mapping")),
	CONSTRAINT "order_sources.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `order_sources_name` ON `order_sources` (`name`);
--> statement-breakpoint
CREATE TABLE `order_stages` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`name` text NOT NULL,
	`due_on` text,
	`amount_minor` integer NOT NULL,
	`done_at` text,
	`paid_at` text,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "order_stages.due_on" CHECK("due_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "order_stages.amount_minor" CHECK(typeof("amount_minor") IN ('integer', 'null') AND coalesce("amount_minor", 0) >= 0),
	CONSTRAINT "order_stages.done_at" CHECK("done_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "order_stages.paid_at" CHECK("paid_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `order_stages_order` ON `order_stages` (`order_id`);
--> statement-breakpoint
CREATE TABLE `packing_runs` (
	`id` text PRIMARY KEY NOT NULL,
	`started_at` text NOT NULL,
	`ended_at` text,
	`order_ids` text NOT NULL,
	CONSTRAINT "packing_runs.started_at" CHECK("started_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "packing_runs.ended_at" CHECK("ended_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "packing_runs.order_ids" CHECK(json_valid("order_ids"))
);
--> statement-breakpoint
CREATE TABLE `stamps` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`value_minor` integer NOT NULL,
	`permanent` integer NOT NULL,
	`read_on` text NOT NULL,
	`on_hand` integer NOT NULL,
	CONSTRAINT "stamps.value_minor" CHECK(typeof("value_minor") IN ('integer', 'null') AND coalesce("value_minor", 0) >= 0),
	CONSTRAINT "stamps.permanent" CHECK("permanent" IN (0, 1)),
	CONSTRAINT "stamps.read_on" CHECK("read_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "stamps.on_hand" CHECK(typeof("on_hand") IN ('integer', 'null') AND coalesce("on_hand", 0) >= 0)
);
--> statement-breakpoint
PRAGMA foreign_keys=OFF;
--> statement-breakpoint
CREATE TABLE `__new_parcels` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`form` text NOT NULL,
	`parts` text NOT NULL,
	`expected_mg` integer NOT NULL,
	`scale_mg` integer,
	`scale_by` text DEFAULT '' NOT NULL,
	`length_um` integer NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`ticked_at_packing` text NOT NULL,
	`override_reason` text DEFAULT '' NOT NULL,
	`sealed_at` text,
	`service_id` text,
	`tracking` text DEFAULT '' NOT NULL,
	`dispatched_at` text,
	`layers` text,
	`weather` text DEFAULT 'mild' NOT NULL,
	`ticked_first` text,
	`without` text DEFAULT '{"version":1,"body":[]}' NOT NULL,
	`postage_minor` integer,
	`stamps_used` text,
	`run_id` text,
	`labelled_at` text,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`service_id`) REFERENCES `services`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`run_id`) REFERENCES `packing_runs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "parcels.form" CHECK("form" IN ('flat', 'rolled', 'boxed')),
	CONSTRAINT "parcels.parts" CHECK(json_valid("parts")),
	CONSTRAINT "parcels.expected_mg" CHECK(typeof("expected_mg") IN ('integer', 'null') AND coalesce("expected_mg", 0) >= 0),
	CONSTRAINT "parcels.scale_mg" CHECK(typeof("scale_mg") IN ('integer', 'null') AND coalesce("scale_mg", 0) >= 0),
	CONSTRAINT "parcels.length_um" CHECK(typeof("length_um") IN ('integer', 'null') AND coalesce("length_um", 0) >= 0),
	CONSTRAINT "parcels.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "parcels.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "parcels.ticked_at_packing" CHECK(json_valid("ticked_at_packing")),
	CONSTRAINT "parcels.sealed_at" CHECK("sealed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "parcels.dispatched_at" CHECK("dispatched_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "parcels.layers" CHECK(json_valid("layers")),
	CONSTRAINT "parcels.weather" CHECK("weather" IN ('mild', 'rain', 'frost', 'heat')),
	CONSTRAINT "parcels.ticked_first" CHECK(json_valid("ticked_first")),
	CONSTRAINT "parcels.without" CHECK(json_valid("without")),
	CONSTRAINT "parcels.postage_minor" CHECK(typeof("postage_minor") IN ('integer', 'null') AND coalesce("postage_minor", 0) >= 0),
	CONSTRAINT "parcels.stamps_used" CHECK(json_valid("stamps_used")),
	CONSTRAINT "parcels.labelled_at" CHECK("labelled_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_parcels`(`id`, `order_id`, `form`, `parts`, `expected_mg`, `scale_mg`, `scale_by`, `length_um`, `width_um`, `height_um`, `ticked_at_packing`, `override_reason`, `sealed_at`, `service_id`, `tracking`, `dispatched_at`) SELECT `id`, `order_id`, `form`, `parts`, `expected_mg`, `scale_mg`, `scale_by`, `length_um`, `width_um`, `height_um`, `ticked_at_packing`, `override_reason`, `sealed_at`, `service_id`, `tracking`, `dispatched_at` FROM `parcels`;
--> statement-breakpoint
DROP TABLE `parcels`;
--> statement-breakpoint
ALTER TABLE `__new_parcels` RENAME TO `parcels`;
--> statement-breakpoint
PRAGMA foreign_keys=ON;
--> statement-breakpoint
CREATE UNIQUE INDEX `parcels_order` ON `parcels` (`order_id`);
--> statement-breakpoint
CREATE INDEX `parcels_dispatched` ON `parcels` (`dispatched_at`);
--> statement-breakpoint
CREATE TABLE `__new_supplies` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer NOT NULL,
	`window_width_um` integer,
	`window_height_um` integer,
	`weight_mg` integer NOT NULL,
	`thickness_um` integer,
	`pack_of` integer,
	`acid_free` integer,
	`on_hand` integer NOT NULL,
	`reorder_at` integer NOT NULL,
	`price_minor` integer NOT NULL,
	CONSTRAINT "supplies.kind" CHECK("kind" IN ('board', 'sleeve', 'mailer', 'tube', 'interleaving', 'card', 'certificate', 'care sheet', 'label', 'tape', 'corner', 'box', 'mat', 'bubble', 'insulation')),
	CONSTRAINT "supplies.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "supplies.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "supplies.window_width_um" CHECK(typeof("window_width_um") IN ('integer', 'null') AND coalesce("window_width_um", 0) >= 0),
	CONSTRAINT "supplies.window_height_um" CHECK(typeof("window_height_um") IN ('integer', 'null') AND coalesce("window_height_um", 0) >= 0),
	CONSTRAINT "supplies.weight_mg" CHECK(typeof("weight_mg") IN ('integer', 'null') AND coalesce("weight_mg", 0) >= 0),
	CONSTRAINT "supplies.thickness_um" CHECK(typeof("thickness_um") IN ('integer', 'null') AND coalesce("thickness_um", 0) >= 0),
	CONSTRAINT "supplies.pack_of" CHECK(typeof("pack_of") IN ('integer', 'null') AND coalesce("pack_of", 0) >= 0),
	CONSTRAINT "supplies.acid_free" CHECK("acid_free" IN (0, 1)),
	CONSTRAINT "supplies.on_hand" CHECK(typeof("on_hand") IN ('integer', 'null') AND coalesce("on_hand", 0) >= 0),
	CONSTRAINT "supplies.reorder_at" CHECK(typeof("reorder_at") IN ('integer', 'null') AND coalesce("reorder_at", 0) >= 0),
	CONSTRAINT "supplies.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0)
);
--> statement-breakpoint
INSERT INTO `__new_supplies`(`id`, `name`, `kind`, `width_um`, `height_um`, `window_width_um`, `window_height_um`, `weight_mg`, `acid_free`, `on_hand`, `reorder_at`, `price_minor`) SELECT `id`, `name`, `kind`, `width_um`, `height_um`, `window_width_um`, `window_height_um`, `weight_mg`, `acid_free`, `on_hand`, `reorder_at`, `price_minor` FROM `supplies`;
--> statement-breakpoint
DROP TABLE `supplies`;
--> statement-breakpoint
ALTER TABLE `__new_supplies` RENAME TO `supplies`;
--> statement-breakpoint
ALTER TABLE `studio` ADD `post_policy` text CONSTRAINT "studio.post_policy" CHECK(json_valid("post_policy"));
--> statement-breakpoint
ALTER TABLE `studio` ADD `holiday_place` text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `buyers` ADD `address_typed` text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `orders` ADD `kind` text DEFAULT 'sale' NOT NULL CONSTRAINT "orders.kind" CHECK("kind" IN ('sale', 'pre-order', 'commission', 'resend'));
--> statement-breakpoint
ALTER TABLE `orders` ADD `planned_on` text CONSTRAINT "orders.planned_on" CHECK("planned_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]');
--> statement-breakpoint
ALTER TABLE `orders` ADD `not_before_on` text CONSTRAINT "orders.not_before_on" CHECK("not_before_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]');
--> statement-breakpoint
ALTER TABLE `orders` ADD `gift_note` text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `orders` ADD `discount_minor` integer DEFAULT 0 NOT NULL CONSTRAINT "orders.discount_minor" CHECK(typeof("discount_minor") IN ('integer', 'null') AND coalesce("discount_minor", 0) >= 0);
--> statement-breakpoint
ALTER TABLE `orders` ADD `discount_why` text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `orders` ADD `source` text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `orders` ADD `source_ref` text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE `orders` ADD `needs_tracked` integer DEFAULT false NOT NULL CONSTRAINT "orders.needs_tracked" CHECK("needs_tracked" IN (0, 1));
--> statement-breakpoint
ALTER TABLE `orders` ADD `insure_minor` integer CONSTRAINT "orders.insure_minor" CHECK(typeof("insure_minor") IN ('integer', 'null') AND coalesce("insure_minor", 0) >= 0);
--> statement-breakpoint
ALTER TABLE `orders` ADD `needs_days` integer CONSTRAINT "orders.needs_days" CHECK(typeof("needs_days") IN ('integer', 'null') AND coalesce("needs_days", 0) >= 0);
--> statement-breakpoint
ALTER TABLE `orders` ADD `part_of_id` text REFERENCES orders(id);
--> statement-breakpoint
ALTER TABLE `orders` ADD `account_id` text REFERENCES job_accounts(id);
--> statement-breakpoint
ALTER TABLE `orders` ADD `promise` text CONSTRAINT "orders.promise" CHECK(json_valid("promise"));
--> statement-breakpoint
CREATE UNIQUE INDEX `orders_source` ON `orders` (`source`,`source_ref`) WHERE source_ref <> '';
--> statement-breakpoint
CREATE INDEX `orders_part_of` ON `orders` (`part_of_id`);
--> statement-breakpoint
ALTER TABLE `services` ADD `rates` text CONSTRAINT "services.rates" CHECK(json_valid("rates"));
--> statement-breakpoint
ALTER TABLE `lots` ADD `ordered_on` text CONSTRAINT "lots.ordered_on" CHECK("ordered_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]');
