PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_studio` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`artist` text NOT NULL,
	`address` text NOT NULL,
	`unit` text NOT NULL,
	`currency` text NOT NULL,
	`time_zone` text NOT NULL,
	`school` text NOT NULL,
	`families` text NOT NULL,
	`fine_print` text,
	`own_sizes` text DEFAULT '{"version":1,"body":[]}' NOT NULL,
	`handling_days` integer NOT NULL,
	`workdays` text NOT NULL,
	`holidays` text NOT NULL,
	`remake` text NOT NULL,
	`border_um` integer NOT NULL,
	`screen` text,
	`proof_limits` text,
	`reference_days` integer,
	`care` text,
	CONSTRAINT "studio.address" CHECK(json_valid("address")),
	CONSTRAINT "studio.unit" CHECK("unit" IN ('mm', 'in')),
	CONSTRAINT "studio.school" CHECK(json_valid("school")),
	CONSTRAINT "studio.families" CHECK(json_valid("families")),
	CONSTRAINT "studio.fine_print" CHECK(json_valid("fine_print")),
	CONSTRAINT "studio.own_sizes" CHECK(json_valid("own_sizes")),
	CONSTRAINT "studio.handling_days" CHECK(typeof("handling_days") IN ('integer', 'null') AND coalesce("handling_days", 0) >= 0),
	CONSTRAINT "studio.workdays" CHECK(json_valid("workdays")),
	CONSTRAINT "studio.holidays" CHECK(json_valid("holidays")),
	CONSTRAINT "studio.remake" CHECK("remake" IN ('remake', 'retire')),
	CONSTRAINT "studio.border_um" CHECK(typeof("border_um") IN ('integer', 'null') AND coalesce("border_um", 0) >= 0),
	CONSTRAINT "studio.screen" CHECK(json_valid("screen")),
	CONSTRAINT "studio.proof_limits" CHECK(json_valid("proof_limits")),
	CONSTRAINT "studio.reference_days" CHECK(typeof("reference_days") IN ('integer', 'null') AND coalesce("reference_days", 0) >= 0),
	CONSTRAINT "studio.care" CHECK(json_valid("care"))
);
--> statement-breakpoint
INSERT INTO `__new_studio`("id", "name", "artist", "address", "unit", "currency", "time_zone", "school", "families", "fine_print", "own_sizes", "handling_days", "workdays", "holidays", "remake", "border_um", "screen", "proof_limits", "reference_days", "care") SELECT "id", "name", "artist", "address", "unit", "currency", "time_zone", "school", "families", "fine_print", "own_sizes", "handling_days", "workdays", "holidays", "remake", "border_um", "screen", "proof_limits", "reference_days", "care" FROM `studio`;--> statement-breakpoint
DROP TABLE `studio`;--> statement-breakpoint
ALTER TABLE `__new_studio` RENAME TO `studio`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE TABLE `__new_proofs` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`paper_id` text NOT NULL,
	`route_id` text NOT NULL,
	`master_id` text NOT NULL,
	`round` integer NOT NULL,
	`kind` text NOT NULL,
	`state` text NOT NULL,
	`reference` integer DEFAULT false NOT NULL,
	`formula` text NOT NULL,
	`changed` text DEFAULT '' NOT NULL,
	`asked_at` text NOT NULL,
	`made_at` text,
	`judged_at` text,
	`light` text DEFAULT '' NOT NULL,
	`distance_um` integer NOT NULL,
	`words` text DEFAULT '' NOT NULL,
	`cost_minor` integer DEFAULT 0 NOT NULL,
	`changes` text DEFAULT '{"version":1,"body":[]}' NOT NULL,
	`adjust` text,
	`plan` text,
	`print_file_sha` text,
	`file_name` text DEFAULT '' NOT NULL,
	`intent` text,
	`place` text DEFAULT '' NOT NULL,
	`dried_hours` integer,
	`photo_sha` text,
	`client` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "proofs.round" CHECK(typeof("round") IN ('integer', 'null') AND coalesce("round", 0) >= 0),
	CONSTRAINT "proofs.kind" CHECK("kind" IN ('whole', 'snippet', 'strip', 'thumbnails', 'reduced')),
	CONSTRAINT "proofs.state" CHECK("state" IN ('asked', 'made', 'accepted', 'adjust', 'rejected')),
	CONSTRAINT "proofs.reference" CHECK("reference" IN (0, 1)),
	CONSTRAINT "proofs.formula" CHECK(json_valid("formula")),
	CONSTRAINT "proofs.asked_at" CHECK("asked_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "proofs.made_at" CHECK("made_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "proofs.judged_at" CHECK("judged_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "proofs.distance_um" CHECK(typeof("distance_um") IN ('integer', 'null') AND coalesce("distance_um", 0) >= 0),
	CONSTRAINT "proofs.cost_minor" CHECK(typeof("cost_minor") IN ('integer', 'null')),
	CONSTRAINT "proofs.changes" CHECK(json_valid("changes")),
	CONSTRAINT "proofs.adjust" CHECK(json_valid("adjust")),
	CONSTRAINT "proofs.plan" CHECK(json_valid("plan")),
	CONSTRAINT "proofs.intent" CHECK("intent" IN ('relative colorimetric', 'perceptual', 'saturation', 'absolute colorimetric')),
	CONSTRAINT "proofs.dried_hours" CHECK(typeof("dried_hours") IN ('integer', 'null') AND coalesce("dried_hours", 0) >= 0),
	CONSTRAINT "proofs.client" CHECK(json_valid("client"))
);
--> statement-breakpoint
INSERT INTO `__new_proofs`("id", "work_id", "format_id", "paper_id", "route_id", "master_id", "round", "kind", "state", "reference", "formula", "changed", "asked_at", "made_at", "judged_at", "light", "distance_um", "words", "cost_minor", "changes", "adjust", "plan", "print_file_sha", "file_name", "intent", "place", "dried_hours", "photo_sha", "client") SELECT "id", "work_id", "format_id", "paper_id", "route_id", "master_id", "round", "kind", "state", "reference", "formula", "changed", "asked_at", "made_at", "judged_at", "light", "distance_um", "words", "cost_minor", "changes", "adjust", "plan", "print_file_sha", "file_name", "intent", "place", "dried_hours", "photo_sha", "client" FROM `proofs`;--> statement-breakpoint
DROP TABLE `proofs`;--> statement-breakpoint
ALTER TABLE `__new_proofs` RENAME TO `proofs`;--> statement-breakpoint
CREATE INDEX `proofs_work` ON `proofs` (`work_id`);--> statement-breakpoint
CREATE INDEX `proofs_state` ON `proofs` (`state`);--> statement-breakpoint
CREATE TABLE `__new_formats` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`name` text NOT NULL,
	`family` text NOT NULL,
	`image_width_um` integer NOT NULL,
	`image_height_um` integer NOT NULL,
	`border_top_um` integer NOT NULL,
	`border_right_um` integer NOT NULL,
	`border_bottom_um` integer NOT NULL,
	`border_left_um` integer NOT NULL,
	`crop` text,
	`finish` text,
	`created_at` text NOT NULL,
	`archived_at` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "formats.image_width_um" CHECK(typeof("image_width_um") IN ('integer', 'null') AND coalesce("image_width_um", 0) >= 0),
	CONSTRAINT "formats.image_height_um" CHECK(typeof("image_height_um") IN ('integer', 'null') AND coalesce("image_height_um", 0) >= 0),
	CONSTRAINT "formats.border_top_um" CHECK(typeof("border_top_um") IN ('integer', 'null') AND coalesce("border_top_um", 0) >= 0),
	CONSTRAINT "formats.border_right_um" CHECK(typeof("border_right_um") IN ('integer', 'null') AND coalesce("border_right_um", 0) >= 0),
	CONSTRAINT "formats.border_bottom_um" CHECK(typeof("border_bottom_um") IN ('integer', 'null') AND coalesce("border_bottom_um", 0) >= 0),
	CONSTRAINT "formats.border_left_um" CHECK(typeof("border_left_um") IN ('integer', 'null') AND coalesce("border_left_um", 0) >= 0),
	CONSTRAINT "formats.crop" CHECK(json_valid("crop")),
	CONSTRAINT "formats.finish" CHECK(json_valid("finish")),
	CONSTRAINT "formats.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "formats.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_formats`("id", "work_id", "name", "family", "image_width_um", "image_height_um", "border_top_um", "border_right_um", "border_bottom_um", "border_left_um", "crop", "finish", "created_at", "archived_at") SELECT "id", "work_id", "name", "family", "image_width_um", "image_height_um", "border_top_um", "border_right_um", "border_bottom_um", "border_left_um", "crop", "finish", "created_at", "archived_at" FROM `formats`;--> statement-breakpoint
DROP TABLE `formats`;--> statement-breakpoint
ALTER TABLE `__new_formats` RENAME TO `formats`;--> statement-breakpoint
CREATE INDEX `formats_work` ON `formats` (`work_id`);--> statement-breakpoint
CREATE TABLE `__new_intakes` (
	`id` text PRIMARY KEY NOT NULL,
	`file_name` text NOT NULL,
	`started_at` text NOT NULL,
	`state` text NOT NULL,
	`says` text DEFAULT '' NOT NULL,
	`sha256` text,
	`work_id` text,
	`master_id` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE set null,
	CONSTRAINT "intakes.started_at" CHECK("started_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "intakes.state" CHECK("state" IN ('receiving', 'reading', 'in', 'refused'))
);
--> statement-breakpoint
INSERT INTO `__new_intakes`("id", "file_name", "started_at", "state", "says", "sha256", "work_id", "master_id") SELECT "id", "file_name", "started_at", "state", "says", "sha256", "work_id", "master_id" FROM `intakes`;--> statement-breakpoint
DROP TABLE `intakes`;--> statement-breakpoint
ALTER TABLE `__new_intakes` RENAME TO `intakes`;--> statement-breakpoint
CREATE INDEX `intakes_state` ON `intakes` (`state`);--> statement-breakpoint
CREATE TABLE `__new_masters` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`sha256` text NOT NULL,
	`bytes` integer NOT NULL,
	`file_name` text NOT NULL,
	`file_kind` text NOT NULL,
	`width_px` integer NOT NULL,
	`height_px` integer NOT NULL,
	`bits` integer NOT NULL,
	`channels` integer NOT NULL,
	`alpha` integer NOT NULL,
	`colour` text NOT NULL,
	`pages` integer DEFAULT 1 NOT NULL,
	`density` real,
	`density_unit` text DEFAULT 'none' NOT NULL,
	`orientation` integer DEFAULT 1 NOT NULL,
	`compression` text DEFAULT '' NOT NULL,
	`profile_label` text,
	`profile_bytes` integer DEFAULT 0 NOT NULL,
	`captured_at` text,
	`method` text DEFAULT '' NOT NULL,
	`parent_id` text,
	`derived` text,
	`detail_share` real,
	`gravest` text,
	`measured_at` text,
	`state` text NOT NULL,
	`trouble` text DEFAULT '' NOT NULL,
	`current` integer NOT NULL,
	`received_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`parent_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE set null,
	CONSTRAINT "masters.bytes" CHECK(typeof("bytes") IN ('integer', 'null') AND coalesce("bytes", 0) >= 0),
	CONSTRAINT "masters.file_kind" CHECK("file_kind" IN ('TIFF', 'JPEG', 'PNG', 'WebP')),
	CONSTRAINT "masters.width_px" CHECK(typeof("width_px") IN ('integer', 'null') AND coalesce("width_px", 0) >= 0),
	CONSTRAINT "masters.height_px" CHECK(typeof("height_px") IN ('integer', 'null') AND coalesce("height_px", 0) >= 0),
	CONSTRAINT "masters.bits" CHECK(typeof("bits") IN ('integer', 'null') AND coalesce("bits", 0) >= 0),
	CONSTRAINT "masters.channels" CHECK(typeof("channels") IN ('integer', 'null') AND coalesce("channels", 0) >= 0),
	CONSTRAINT "masters.alpha" CHECK("alpha" IN (0, 1)),
	CONSTRAINT "masters.pages" CHECK(typeof("pages") IN ('integer', 'null') AND coalesce("pages", 0) >= 0),
	CONSTRAINT "masters.density" CHECK(typeof("density") IN ('real', 'integer', 'null')),
	CONSTRAINT "masters.density_unit" CHECK("density_unit" IN ('inch', 'cm', 'none')),
	CONSTRAINT "masters.orientation" CHECK(typeof("orientation") IN ('integer', 'null') AND coalesce("orientation", 0) >= 0),
	CONSTRAINT "masters.profile_bytes" CHECK(typeof("profile_bytes") IN ('integer', 'null') AND coalesce("profile_bytes", 0) >= 0),
	CONSTRAINT "masters.derived" CHECK(json_valid("derived")),
	CONSTRAINT "masters.detail_share" CHECK(typeof("detail_share") IN ('real', 'integer', 'null')),
	CONSTRAINT "masters.gravest" CHECK(json_valid("gravest")),
	CONSTRAINT "masters.measured_at" CHECK("measured_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "masters.state" CHECK("state" IN ('reading', 'ready', 'not read')),
	CONSTRAINT "masters.current" CHECK("current" IN (0, 1)),
	CONSTRAINT "masters.received_at" CHECK("received_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_masters`("id", "work_id", "sha256", "bytes", "file_name", "file_kind", "width_px", "height_px", "bits", "channels", "alpha", "colour", "pages", "density", "density_unit", "orientation", "compression", "profile_label", "profile_bytes", "captured_at", "method", "parent_id", "derived", "detail_share", "gravest", "measured_at", "state", "trouble", "current", "received_at") SELECT "id", "work_id", "sha256", "bytes", "file_name", "file_kind", "width_px", "height_px", "bits", "channels", "alpha", "colour", "pages", "density", "density_unit", "orientation", "compression", "profile_label", "profile_bytes", "captured_at", "method", "parent_id", "derived", "detail_share", "gravest", "measured_at", "state", "trouble", "current", "received_at" FROM `masters`;--> statement-breakpoint
DROP TABLE `masters`;--> statement-breakpoint
ALTER TABLE `__new_masters` RENAME TO `masters`;--> statement-breakpoint
CREATE UNIQUE INDEX `masters_once` ON `masters` (`work_id`,`sha256`);--> statement-breakpoint
CREATE INDEX `masters_sha` ON `masters` (`sha256`);--> statement-breakpoint
CREATE INDEX `masters_state` ON `masters` (`state`);--> statement-breakpoint
CREATE TABLE `__new_original_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`left_on` text NOT NULL,
	`who` text NOT NULL,
	`place` text DEFAULT '' NOT NULL,
	`why` text NOT NULL,
	`condition_out` text DEFAULT '' NOT NULL,
	`due_on` text,
	`back_on` text,
	`condition_back` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "original_moves.left_on" CHECK("left_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "original_moves.due_on" CHECK("due_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "original_moves.back_on" CHECK("back_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
INSERT INTO `__new_original_moves`("id", "work_id", "left_on", "who", "place", "why", "condition_out", "due_on", "back_on", "condition_back") SELECT "id", "work_id", "left_on", "who", "place", "why", "condition_out", "due_on", "back_on", "condition_back" FROM `original_moves`;--> statement-breakpoint
DROP TABLE `original_moves`;--> statement-breakpoint
ALTER TABLE `__new_original_moves` RENAME TO `original_moves`;--> statement-breakpoint
CREATE INDEX `original_moves_work` ON `original_moves` (`work_id`);--> statement-breakpoint
CREATE TABLE `__new_works` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`year` integer,
	`medium` text NOT NULL,
	`kind` text NOT NULL,
	`width_um` integer,
	`height_um` integer,
	`owner` text NOT NULL,
	`sold_price_minor` integer,
	`dry_since` text,
	`varnish` text DEFAULT '' NOT NULL,
	`surface` text DEFAULT '' NOT NULL,
	`smears` integer DEFAULT false NOT NULL,
	`may_print` text NOT NULL,
	`rights` text DEFAULT '' NOT NULL,
	`signature` text DEFAULT 'not said' NOT NULL,
	`aim` text DEFAULT 'match' NOT NULL,
	`school` text,
	`families` text,
	`notes` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	`archived_at` text,
	CONSTRAINT "works.year" CHECK(typeof("year") IN ('integer', 'null')),
	CONSTRAINT "works.kind" CHECK("kind" IN ('painting', 'drawing', 'photograph on film', 'digital photograph', 'born digital')),
	CONSTRAINT "works.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "works.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "works.sold_price_minor" CHECK(typeof("sold_price_minor") IN ('integer', 'null') AND coalesce("sold_price_minor", 0) >= 0),
	CONSTRAINT "works.dry_since" CHECK("dry_since" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "works.smears" CHECK("smears" IN (0, 1)),
	CONSTRAINT "works.may_print" CHECK("may_print" IN ('yes', 'not yet', 'no')),
	CONSTRAINT "works.signature" CHECK("signature" IN ('not said', 'none in the picture', 'stays in prints', 'to be removed')),
	CONSTRAINT "works.aim" CHECK("aim" IN ('match', 'improve')),
	CONSTRAINT "works.school" CHECK(json_valid("school")),
	CONSTRAINT "works.families" CHECK(json_valid("families")),
	CONSTRAINT "works.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "works.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_works`("id", "title", "year", "medium", "kind", "width_um", "height_um", "owner", "sold_price_minor", "dry_since", "varnish", "surface", "smears", "may_print", "rights", "signature", "aim", "school", "families", "notes", "created_at", "archived_at") SELECT "id", "title", "year", "medium", "kind", "width_um", "height_um", "owner", "sold_price_minor", "dry_since", "varnish", "surface", "smears", "may_print", "rights", "signature", "aim", "school", "families", "notes", "created_at", "archived_at" FROM `works`;--> statement-breakpoint
DROP TABLE `works`;--> statement-breakpoint
ALTER TABLE `__new_works` RENAME TO `works`;--> statement-breakpoint
CREATE INDEX `works_title` ON `works` (`title`);--> statement-breakpoint
CREATE INDEX `works_live` ON `works` (`archived_at`,`created_at`);--> statement-breakpoint
CREATE TABLE `__new_editions` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`kind` text NOT NULL,
	`name` text DEFAULT '' NOT NULL,
	`size` integer,
	`proofs` text NOT NULL,
	`run` text NOT NULL,
	`format_id` text,
	`remake` text NOT NULL,
	`signing` text NOT NULL,
	`covers` text NOT NULL,
	`opened_at` text NOT NULL,
	`closed_at` text,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "editions.kind" CHECK("kind" IN ('open', 'limited')),
	CONSTRAINT "editions.size" CHECK(typeof("size") IN ('integer', 'null') AND coalesce("size", 0) >= 0),
	CONSTRAINT "editions.proofs" CHECK(json_valid("proofs")),
	CONSTRAINT "editions.run" CHECK("run" IN ('all sizes', 'per size')),
	CONSTRAINT "editions.remake" CHECK("remake" IN ('remake', 'retire')),
	CONSTRAINT "editions.signing" CHECK("signing" IN ('front', 'back', 'on request', 'certificate only')),
	CONSTRAINT "editions.opened_at" CHECK("opened_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "editions.closed_at" CHECK("closed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_editions`("id", "work_id", "kind", "name", "size", "proofs", "run", "format_id", "remake", "signing", "covers", "opened_at", "closed_at") SELECT "id", "work_id", "kind", "name", "size", "proofs", "run", "format_id", "remake", "signing", "covers", "opened_at", "closed_at" FROM `editions`;--> statement-breakpoint
DROP TABLE `editions`;--> statement-breakpoint
ALTER TABLE `__new_editions` RENAME TO `editions`;--> statement-breakpoint
CREATE INDEX `editions_work` ON `editions` (`work_id`);--> statement-breakpoint
CREATE TABLE `__new_impressions` (
	`id` text PRIMARY KEY NOT NULL,
	`edition_id` text NOT NULL,
	`kind` text NOT NULL,
	`number` integer NOT NULL,
	`state` text NOT NULL,
	`format_id` text,
	`paper_id` text,
	`proof_id` text,
	`order_line_id` text,
	`printed_at` text,
	`signed_at` text,
	`certified_at` text,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`edition_id`) REFERENCES `editions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`proof_id`) REFERENCES `proofs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`order_line_id`) REFERENCES `order_lines`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "impressions.kind" CHECK("kind" IN ('run', 'AP', 'PP', 'HC', 'open')),
	CONSTRAINT "impressions.number" CHECK(typeof("number") IN ('integer', 'null') AND coalesce("number", 0) >= 0),
	CONSTRAINT "impressions.state" CHECK("state" IN ('declared', 'printed', 'inspected', 'signed', 'certified', 'allocated', 'dispatched', 'delivered', 'spoiled', 'returned', 'lost', 'destroyed', 'kept', 'gifted', 'consigned')),
	CONSTRAINT "impressions.printed_at" CHECK("printed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "impressions.signed_at" CHECK("signed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "impressions.certified_at" CHECK("certified_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "impressions.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_impressions`("id", "edition_id", "kind", "number", "state", "format_id", "paper_id", "proof_id", "order_line_id", "printed_at", "signed_at", "certified_at", "changed_at") SELECT "id", "edition_id", "kind", "number", "state", "format_id", "paper_id", "proof_id", "order_line_id", "printed_at", "signed_at", "certified_at", "changed_at" FROM `impressions`;--> statement-breakpoint
DROP TABLE `impressions`;--> statement-breakpoint
ALTER TABLE `__new_impressions` RENAME TO `impressions`;--> statement-breakpoint
CREATE UNIQUE INDEX `impressions_number` ON `impressions` (`edition_id`,`kind`,`number`);--> statement-breakpoint
CREATE INDEX `impressions_line` ON `impressions` (`order_line_id`);--> statement-breakpoint
CREATE INDEX `impressions_state` ON `impressions` (`state`,`edition_id`);--> statement-breakpoint
CREATE TABLE `__new_papers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`base` text NOT NULL,
	`surface` text NOT NULL,
	`gsm` integer NOT NULL,
	`thickness_um` integer NOT NULL,
	`brightener` text NOT NULL,
	`may_roll` integer NOT NULL,
	`scuffs` integer NOT NULL,
	`dry_hours` integer NOT NULL,
	`price_per_m2_minor` integer NOT NULL,
	`sizes` text DEFAULT '' NOT NULL,
	`permanence` text DEFAULT '' NOT NULL,
	`discontinued` integer DEFAULT false NOT NULL,
	`supplier_id` text,
	`sample` text DEFAULT 'none' NOT NULL,
	`sample_notes` text DEFAULT '' NOT NULL,
	`gas_out_hours` integer DEFAULT 0 NOT NULL,
	`storage` text DEFAULT '' NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`supplier_id`) REFERENCES `suppliers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "papers.base" CHECK("base" IN ('cotton', 'alpha cellulose', 'resin-coated', 'canvas', 'washi', 'card')),
	CONSTRAINT "papers.surface" CHECK("surface" IN ('matte', 'textured matte', 'satin', 'lustre', 'gloss', 'metallic')),
	CONSTRAINT "papers.gsm" CHECK(typeof("gsm") IN ('integer', 'null') AND coalesce("gsm", 0) >= 0),
	CONSTRAINT "papers.thickness_um" CHECK(typeof("thickness_um") IN ('integer', 'null') AND coalesce("thickness_um", 0) >= 0),
	CONSTRAINT "papers.brightener" CHECK("brightener" IN ('none', 'little', 'much')),
	CONSTRAINT "papers.may_roll" CHECK("may_roll" IN (0, 1)),
	CONSTRAINT "papers.scuffs" CHECK("scuffs" IN (0, 1)),
	CONSTRAINT "papers.dry_hours" CHECK(typeof("dry_hours") IN ('integer', 'null') AND coalesce("dry_hours", 0) >= 0),
	CONSTRAINT "papers.price_per_m2_minor" CHECK(typeof("price_per_m2_minor") IN ('integer', 'null') AND coalesce("price_per_m2_minor", 0) >= 0),
	CONSTRAINT "papers.discontinued" CHECK("discontinued" IN (0, 1)),
	CONSTRAINT "papers.sample" CHECK("sample" IN ('none', 'asked', 'came', 'printed', 'liked', 'not liked')),
	CONSTRAINT "papers.gas_out_hours" CHECK(typeof("gas_out_hours") IN ('integer', 'null') AND coalesce("gas_out_hours", 0) >= 0)
);
--> statement-breakpoint
INSERT INTO `__new_papers`("id", "name", "base", "surface", "gsm", "thickness_um", "brightener", "may_roll", "scuffs", "dry_hours", "price_per_m2_minor", "sizes", "permanence", "discontinued", "supplier_id", "sample", "sample_notes", "gas_out_hours", "storage", "notes") SELECT "id", "name", "base", "surface", "gsm", "thickness_um", "brightener", "may_roll", "scuffs", "dry_hours", "price_per_m2_minor", "sizes", "permanence", "discontinued", "supplier_id", "sample", "sample_notes", "gas_out_hours", "storage", "notes" FROM `papers`;--> statement-breakpoint
DROP TABLE `papers`;--> statement-breakpoint
ALTER TABLE `__new_papers` RENAME TO `papers`;--> statement-breakpoint
CREATE TABLE `__new_prices` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`price_minor` integer NOT NULL,
	`question` text NOT NULL,
	`decided_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "prices.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "prices.question" CHECK(json_valid("question")),
	CONSTRAINT "prices.decided_at" CHECK("decided_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_prices`("id", "work_id", "format_id", "price_minor", "question", "decided_at") SELECT "id", "work_id", "format_id", "price_minor", "question", "decided_at" FROM `prices`;--> statement-breakpoint
DROP TABLE `prices`;--> statement-breakpoint
ALTER TABLE `__new_prices` RENAME TO `prices`;--> statement-breakpoint
CREATE UNIQUE INDEX `prices_format` ON `prices` (`format_id`);--> statement-breakpoint
CREATE INDEX `prices_work` ON `prices` (`work_id`);--> statement-breakpoint
CREATE TABLE `__new_routes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`process` text NOT NULL,
	`lead_days` integer NOT NULL,
	`ppi_steps` text NOT NULL,
	`space` text NOT NULL,
	`file_kinds` text NOT NULL,
	`adds_border` integer NOT NULL,
	`gives_proofs` integer NOT NULL,
	`price_per_m2_minor` integer NOT NULL,
	`minimum_minor` integer NOT NULL,
	`carriage_minor` integer DEFAULT 0 NOT NULL,
	`free_from_minor` integer,
	`set_up_minor` integer DEFAULT 0 NOT NULL,
	`bleed_um` integer DEFAULT 0 NOT NULL,
	`proof_kinds` text DEFAULT '' NOT NULL,
	`proof_minor` integer DEFAULT 0 NOT NULL,
	`proof_days` integer DEFAULT 0 NOT NULL,
	`read_on` text,
	`notes` text DEFAULT '' NOT NULL,
	CONSTRAINT "routes.kind" CHECK("kind" IN ('own printer', 'lab', 'quick-print shop', 'print-on-demand house', 'hand-made darkroom print')),
	CONSTRAINT "routes.lead_days" CHECK(typeof("lead_days") IN ('integer', 'null') AND coalesce("lead_days", 0) >= 0),
	CONSTRAINT "routes.ppi_steps" CHECK(json_valid("ppi_steps")),
	CONSTRAINT "routes.adds_border" CHECK("adds_border" IN (0, 1)),
	CONSTRAINT "routes.gives_proofs" CHECK("gives_proofs" IN (0, 1)),
	CONSTRAINT "routes.price_per_m2_minor" CHECK(typeof("price_per_m2_minor") IN ('integer', 'null') AND coalesce("price_per_m2_minor", 0) >= 0),
	CONSTRAINT "routes.minimum_minor" CHECK(typeof("minimum_minor") IN ('integer', 'null') AND coalesce("minimum_minor", 0) >= 0),
	CONSTRAINT "routes.carriage_minor" CHECK(typeof("carriage_minor") IN ('integer', 'null') AND coalesce("carriage_minor", 0) >= 0),
	CONSTRAINT "routes.free_from_minor" CHECK(typeof("free_from_minor") IN ('integer', 'null') AND coalesce("free_from_minor", 0) >= 0),
	CONSTRAINT "routes.set_up_minor" CHECK(typeof("set_up_minor") IN ('integer', 'null') AND coalesce("set_up_minor", 0) >= 0),
	CONSTRAINT "routes.bleed_um" CHECK(typeof("bleed_um") IN ('integer', 'null') AND coalesce("bleed_um", 0) >= 0),
	CONSTRAINT "routes.proof_minor" CHECK(typeof("proof_minor") IN ('integer', 'null') AND coalesce("proof_minor", 0) >= 0),
	CONSTRAINT "routes.proof_days" CHECK(typeof("proof_days") IN ('integer', 'null') AND coalesce("proof_days", 0) >= 0),
	CONSTRAINT "routes.read_on" CHECK("read_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
INSERT INTO `__new_routes`("id", "name", "kind", "process", "lead_days", "ppi_steps", "space", "file_kinds", "adds_border", "gives_proofs", "price_per_m2_minor", "minimum_minor", "carriage_minor", "free_from_minor", "set_up_minor", "bleed_um", "proof_kinds", "proof_minor", "proof_days", "read_on", "notes") SELECT "id", "name", "kind", "process", "lead_days", "ppi_steps", "space", "file_kinds", "adds_border", "gives_proofs", "price_per_m2_minor", "minimum_minor", "carriage_minor", "free_from_minor", "set_up_minor", "bleed_um", "proof_kinds", "proof_minor", "proof_days", "read_on", "notes" FROM `routes`;--> statement-breakpoint
DROP TABLE `routes`;--> statement-breakpoint
ALTER TABLE `__new_routes` RENAME TO `routes`;--> statement-breakpoint
CREATE TABLE `__new_buyers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`preferred_name` text DEFAULT '' NOT NULL,
	`email` text DEFAULT '' NOT NULL,
	`address` text NOT NULL,
	`country` text NOT NULL,
	`may_write_since` text,
	`notes` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	CONSTRAINT "buyers.address" CHECK(json_valid("address")),
	CONSTRAINT "buyers.may_write_since" CHECK("may_write_since" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "buyers.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_buyers`("id", "name", "preferred_name", "email", "address", "country", "may_write_since", "notes", "created_at") SELECT "id", "name", "preferred_name", "email", "address", "country", "may_write_since", "notes", "created_at" FROM `buyers`;--> statement-breakpoint
DROP TABLE `buyers`;--> statement-breakpoint
ALTER TABLE `__new_buyers` RENAME TO `buyers`;--> statement-breakpoint
CREATE INDEX `buyers_name` ON `buyers` (`name`);--> statement-breakpoint
CREATE TABLE `__new_order_lines` (
	`id` text PRIMARY KEY NOT NULL,
	`order_id` text NOT NULL,
	`edition_id` text NOT NULL,
	`format_id` text NOT NULL,
	`quantity` integer NOT NULL,
	`price_minor` integer NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`edition_id`) REFERENCES `editions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "order_lines.quantity" CHECK(typeof("quantity") IN ('integer', 'null') AND coalesce("quantity", 0) >= 0),
	CONSTRAINT "order_lines.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0)
);
--> statement-breakpoint
INSERT INTO `__new_order_lines`("id", "order_id", "edition_id", "format_id", "quantity", "price_minor") SELECT "id", "order_id", "edition_id", "format_id", "quantity", "price_minor" FROM `order_lines`;--> statement-breakpoint
DROP TABLE `order_lines`;--> statement-breakpoint
ALTER TABLE `__new_order_lines` RENAME TO `order_lines`;--> statement-breakpoint
CREATE INDEX `order_lines_order` ON `order_lines` (`order_id`);--> statement-breakpoint
CREATE INDEX `order_lines_edition` ON `order_lines` (`edition_id`);--> statement-breakpoint
CREATE TABLE `__new_orders` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`buyer_id` text NOT NULL,
	`state` text NOT NULL,
	`ordered_on` text NOT NULL,
	`ship_by` text NOT NULL,
	`carriage_minor` integer NOT NULL,
	`paid_at` text,
	`message` text DEFAULT '' NOT NULL,
	`wants_signature` integer DEFAULT false NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`buyer_id`) REFERENCES `buyers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "orders.number" CHECK(typeof("number") IN ('integer', 'null') AND coalesce("number", 0) >= 0),
	CONSTRAINT "orders.state" CHECK("state" IN ('new', 'picked', 'packed', 'sealed', 'dispatched', 'delivered', 'returned', 'lost', 'cancelled')),
	CONSTRAINT "orders.ordered_on" CHECK("ordered_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "orders.ship_by" CHECK("ship_by" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "orders.carriage_minor" CHECK(typeof("carriage_minor") IN ('integer', 'null') AND coalesce("carriage_minor", 0) >= 0),
	CONSTRAINT "orders.paid_at" CHECK("paid_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "orders.wants_signature" CHECK("wants_signature" IN (0, 1)),
	CONSTRAINT "orders.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_orders`("id", "number", "buyer_id", "state", "ordered_on", "ship_by", "carriage_minor", "paid_at", "message", "wants_signature", "notes", "changed_at") SELECT "id", "number", "buyer_id", "state", "ordered_on", "ship_by", "carriage_minor", "paid_at", "message", "wants_signature", "notes", "changed_at" FROM `orders`;--> statement-breakpoint
DROP TABLE `orders`;--> statement-breakpoint
ALTER TABLE `__new_orders` RENAME TO `orders`;--> statement-breakpoint
CREATE UNIQUE INDEX `orders_number` ON `orders` (`number`);--> statement-breakpoint
CREATE INDEX `orders_state` ON `orders` (`state`,`ship_by`);--> statement-breakpoint
CREATE INDEX `orders_buyer` ON `orders` (`buyer_id`);--> statement-breakpoint
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
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`service_id`) REFERENCES `services`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "parcels.form" CHECK("form" IN ('flat', 'rolled')),
	CONSTRAINT "parcels.parts" CHECK(json_valid("parts")),
	CONSTRAINT "parcels.expected_mg" CHECK(typeof("expected_mg") IN ('integer', 'null') AND coalesce("expected_mg", 0) >= 0),
	CONSTRAINT "parcels.scale_mg" CHECK(typeof("scale_mg") IN ('integer', 'null') AND coalesce("scale_mg", 0) >= 0),
	CONSTRAINT "parcels.length_um" CHECK(typeof("length_um") IN ('integer', 'null') AND coalesce("length_um", 0) >= 0),
	CONSTRAINT "parcels.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "parcels.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "parcels.ticked_at_packing" CHECK(json_valid("ticked_at_packing")),
	CONSTRAINT "parcels.sealed_at" CHECK("sealed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "parcels.dispatched_at" CHECK("dispatched_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_parcels`("id", "order_id", "form", "parts", "expected_mg", "scale_mg", "scale_by", "length_um", "width_um", "height_um", "ticked_at_packing", "override_reason", "sealed_at", "service_id", "tracking", "dispatched_at") SELECT "id", "order_id", "form", "parts", "expected_mg", "scale_mg", "scale_by", "length_um", "width_um", "height_um", "ticked_at_packing", "override_reason", "sealed_at", "service_id", "tracking", "dispatched_at" FROM `parcels`;--> statement-breakpoint
DROP TABLE `parcels`;--> statement-breakpoint
ALTER TABLE `__new_parcels` RENAME TO `parcels`;--> statement-breakpoint
CREATE UNIQUE INDEX `parcels_order` ON `parcels` (`order_id`);--> statement-breakpoint
CREATE TABLE `__new_services` (
	`id` text PRIMARY KEY NOT NULL,
	`carrier` text NOT NULL,
	`name` text NOT NULL,
	`tracked` integer NOT NULL,
	`insured_minor` integer NOT NULL,
	`days` integer NOT NULL,
	`max_length_um` integer NOT NULL,
	`max_weight_mg` integer NOT NULL,
	`price_minor` integer NOT NULL,
	`read_on` text NOT NULL,
	CONSTRAINT "services.tracked" CHECK("tracked" IN (0, 1)),
	CONSTRAINT "services.insured_minor" CHECK(typeof("insured_minor") IN ('integer', 'null') AND coalesce("insured_minor", 0) >= 0),
	CONSTRAINT "services.days" CHECK(typeof("days") IN ('integer', 'null') AND coalesce("days", 0) >= 0),
	CONSTRAINT "services.max_length_um" CHECK(typeof("max_length_um") IN ('integer', 'null') AND coalesce("max_length_um", 0) >= 0),
	CONSTRAINT "services.max_weight_mg" CHECK(typeof("max_weight_mg") IN ('integer', 'null') AND coalesce("max_weight_mg", 0) >= 0),
	CONSTRAINT "services.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "services.read_on" CHECK("read_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
INSERT INTO `__new_services`("id", "carrier", "name", "tracked", "insured_minor", "days", "max_length_um", "max_weight_mg", "price_minor", "read_on") SELECT "id", "carrier", "name", "tracked", "insured_minor", "days", "max_length_um", "max_weight_mg", "price_minor", "read_on" FROM `services`;--> statement-breakpoint
DROP TABLE `services`;--> statement-breakpoint
ALTER TABLE `__new_services` RENAME TO `services`;--> statement-breakpoint
CREATE TABLE `__new_supply_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`supply_id` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`supply_id`) REFERENCES `supplies`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "supply_moves.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "supply_moves.kind" CHECK("kind" IN ('counted', 'received', 'used', 'packed', 'unpacked')),
	CONSTRAINT "supply_moves.amount" CHECK(typeof("amount") IN ('integer', 'null'))
);
--> statement-breakpoint
INSERT INTO `__new_supply_moves`("id", "supply_id", "at", "kind", "amount", "why") SELECT "id", "supply_id", "at", "kind", "amount", "why" FROM `supply_moves`;--> statement-breakpoint
DROP TABLE `supply_moves`;--> statement-breakpoint
ALTER TABLE `__new_supply_moves` RENAME TO `supply_moves`;--> statement-breakpoint
CREATE INDEX `supply_moves_supply` ON `supply_moves` (`supply_id`);--> statement-breakpoint
CREATE TABLE `__new_capture_checks` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`master_id` text NOT NULL,
	`at` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE cascade,
	CONSTRAINT "capture_checks.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "capture_checks.body" CHECK(json_valid("body"))
);
--> statement-breakpoint
INSERT INTO `__new_capture_checks`("id", "work_id", "master_id", "at", "body") SELECT "id", "work_id", "master_id", "at", "body" FROM `capture_checks`;--> statement-breakpoint
DROP TABLE `capture_checks`;--> statement-breakpoint
ALTER TABLE `__new_capture_checks` RENAME TO `capture_checks`;--> statement-breakpoint
CREATE INDEX `capture_checks_master` ON `capture_checks` (`master_id`);--> statement-breakpoint
CREATE INDEX `capture_checks_work` ON `capture_checks` (`work_id`);--> statement-breakpoint
CREATE TABLE `__new_preps` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`master_id` text NOT NULL,
	`format_id` text,
	`name` text NOT NULL,
	`steps` text NOT NULL,
	`factor` real,
	`copied_from` text,
	`created_at` text NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`copied_from`) REFERENCES `preps`(`id`) ON UPDATE no action ON DELETE set null,
	CONSTRAINT "preps.steps" CHECK(json_valid("steps")),
	CONSTRAINT "preps.factor" CHECK(typeof("factor") IN ('real', 'integer', 'null')),
	CONSTRAINT "preps.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "preps.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_preps`("id", "work_id", "master_id", "format_id", "name", "steps", "factor", "copied_from", "created_at", "changed_at") SELECT "id", "work_id", "master_id", "format_id", "name", "steps", "factor", "copied_from", "created_at", "changed_at" FROM `preps`;--> statement-breakpoint
DROP TABLE `preps`;--> statement-breakpoint
ALTER TABLE `__new_preps` RENAME TO `preps`;--> statement-breakpoint
CREATE INDEX `preps_work` ON `preps` (`work_id`);--> statement-breakpoint
CREATE INDEX `preps_factor` ON `preps` (`factor`);--> statement-breakpoint
CREATE TABLE `__new_print_files` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`master_id` text,
	`prep_id` text,
	`format_id` text NOT NULL,
	`route_id` text,
	`file_name` text NOT NULL,
	`sha256` text,
	`bytes` integer,
	`spec` text,
	`check` text,
	`state` text NOT NULL,
	`says` text DEFAULT '' NOT NULL,
	`made_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`master_id`) REFERENCES `masters`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`prep_id`) REFERENCES `preps`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "print_files.bytes" CHECK(typeof("bytes") IN ('integer', 'null') AND coalesce("bytes", 0) >= 0),
	CONSTRAINT "print_files.spec" CHECK(json_valid("spec")),
	CONSTRAINT "print_files.check" CHECK(json_valid("check")),
	CONSTRAINT "print_files.state" CHECK("state" IN ('making', 'ready', 'stopped')),
	CONSTRAINT "print_files.made_at" CHECK("made_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_print_files`("id", "work_id", "master_id", "prep_id", "format_id", "route_id", "file_name", "sha256", "bytes", "spec", "check", "state", "says", "made_at") SELECT "id", "work_id", "master_id", "prep_id", "format_id", "route_id", "file_name", "sha256", "bytes", "spec", "check", "state", "says", "made_at" FROM `print_files`;--> statement-breakpoint
DROP TABLE `print_files`;--> statement-breakpoint
ALTER TABLE `__new_print_files` RENAME TO `print_files`;--> statement-breakpoint
CREATE INDEX `print_files_work` ON `print_files` (`work_id`);--> statement-breakpoint
CREATE INDEX `print_files_sha` ON `print_files` (`sha256`);--> statement-breakpoint
CREATE TABLE `__new_layouts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`paper_id` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer,
	`margin_um` integer NOT NULL,
	`gap_um` integer NOT NULL,
	`pieces` text NOT NULL,
	`placements` text NOT NULL,
	`length_um` integer NOT NULL,
	`state` text NOT NULL,
	`created_at` text NOT NULL,
	`changed_at` text NOT NULL,
	`printed_at` text,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "layouts.kind" CHECK("kind" IN ('sheet', 'roll')),
	CONSTRAINT "layouts.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "layouts.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "layouts.margin_um" CHECK(typeof("margin_um") IN ('integer', 'null') AND coalesce("margin_um", 0) >= 0),
	CONSTRAINT "layouts.gap_um" CHECK(typeof("gap_um") IN ('integer', 'null') AND coalesce("gap_um", 0) >= 0),
	CONSTRAINT "layouts.pieces" CHECK(json_valid("pieces")),
	CONSTRAINT "layouts.placements" CHECK(json_valid("placements")),
	CONSTRAINT "layouts.length_um" CHECK(typeof("length_um") IN ('integer', 'null') AND coalesce("length_um", 0) >= 0),
	CONSTRAINT "layouts.state" CHECK("state" IN ('laid', 'queued', 'printed')),
	CONSTRAINT "layouts.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "layouts.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "layouts.printed_at" CHECK("printed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_layouts`("id", "name", "kind", "paper_id", "width_um", "height_um", "margin_um", "gap_um", "pieces", "placements", "length_um", "state", "created_at", "changed_at", "printed_at") SELECT "id", "name", "kind", "paper_id", "width_um", "height_um", "margin_um", "gap_um", "pieces", "placements", "length_um", "state", "created_at", "changed_at", "printed_at" FROM `layouts`;--> statement-breakpoint
DROP TABLE `layouts`;--> statement-breakpoint
ALTER TABLE `__new_layouts` RENAME TO `layouts`;--> statement-breakpoint
CREATE INDEX `layouts_state` ON `layouts` (`state`,`changed_at`);--> statement-breakpoint
CREATE TABLE `__new_lots` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`name` text NOT NULL,
	`form` text NOT NULL,
	`width_um` integer NOT NULL,
	`height_um` integer,
	`price_minor` integer NOT NULL,
	`received_on` text NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "lots.form" CHECK("form" IN ('sheet', 'roll')),
	CONSTRAINT "lots.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "lots.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "lots.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "lots.received_on" CHECK("received_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
INSERT INTO `__new_lots`("id", "paper_id", "name", "form", "width_um", "height_um", "price_minor", "received_on") SELECT "id", "paper_id", "name", "form", "width_um", "height_um", "price_minor", "received_on" FROM `lots`;--> statement-breakpoint
DROP TABLE `lots`;--> statement-breakpoint
ALTER TABLE `__new_lots` RENAME TO `lots`;--> statement-breakpoint
CREATE INDEX `lots_paper` ON `lots` (`paper_id`);--> statement-breakpoint
CREATE TABLE `__new_mounts` (
	`id` text PRIMARY KEY NOT NULL,
	`work_id` text NOT NULL,
	`format_id` text NOT NULL,
	`kind` text NOT NULL,
	`plan` text NOT NULL,
	`changed_at` text NOT NULL,
	FOREIGN KEY (`work_id`) REFERENCES `works`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "mounts.kind" CHECK("kind" IN ('mat', 'float', 'frame', 'wrap')),
	CONSTRAINT "mounts.plan" CHECK(json_valid("plan")),
	CONSTRAINT "mounts.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_mounts`("id", "work_id", "format_id", "kind", "plan", "changed_at") SELECT "id", "work_id", "format_id", "kind", "plan", "changed_at" FROM `mounts`;--> statement-breakpoint
DROP TABLE `mounts`;--> statement-breakpoint
ALTER TABLE `__new_mounts` RENAME TO `mounts`;--> statement-breakpoint
CREATE UNIQUE INDEX `mounts_once` ON `mounts` (`format_id`,`kind`);--> statement-breakpoint
CREATE INDEX `mounts_work` ON `mounts` (`work_id`);--> statement-breakpoint
CREATE TABLE `__new_stock_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`lot_id` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`cost_minor` integer NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	`layout_id` text,
	FOREIGN KEY (`lot_id`) REFERENCES `lots`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`layout_id`) REFERENCES `layouts`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "stock_moves.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "stock_moves.kind" CHECK("kind" IN ('received', 'printed', 'spoiled', 'cut', 'corrected')),
	CONSTRAINT "stock_moves.amount" CHECK(typeof("amount") IN ('integer', 'null')),
	CONSTRAINT "stock_moves.cost_minor" CHECK(typeof("cost_minor") IN ('integer', 'null'))
);
--> statement-breakpoint
INSERT INTO `__new_stock_moves`("id", "lot_id", "at", "kind", "amount", "cost_minor", "why", "layout_id") SELECT "id", "lot_id", "at", "kind", "amount", "cost_minor", "why", "layout_id" FROM `stock_moves`;--> statement-breakpoint
DROP TABLE `stock_moves`;--> statement-breakpoint
ALTER TABLE `__new_stock_moves` RENAME TO `stock_moves`;--> statement-breakpoint
CREATE INDEX `stock_moves_lot` ON `stock_moves` (`lot_id`);--> statement-breakpoint
CREATE TABLE `__new_ink_moves` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`colour` text NOT NULL,
	`day` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`amount` integer NOT NULL,
	`cost_minor` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "ink_moves.day" CHECK("day" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "ink_moves.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "ink_moves.kind" CHECK("kind" IN ('bought', 'in', 'out', 'display')),
	CONSTRAINT "ink_moves.amount" CHECK(typeof("amount") IN ('integer', 'null')),
	CONSTRAINT "ink_moves.cost_minor" CHECK(typeof("cost_minor") IN ('integer', 'null'))
);
--> statement-breakpoint
INSERT INTO `__new_ink_moves`("id", "machine_id", "colour", "day", "at", "kind", "amount", "cost_minor") SELECT "id", "machine_id", "colour", "day", "at", "kind", "amount", "cost_minor" FROM `ink_moves`;--> statement-breakpoint
DROP TABLE `ink_moves`;--> statement-breakpoint
ALTER TABLE `__new_ink_moves` RENAME TO `ink_moves`;--> statement-breakpoint
CREATE INDEX `ink_moves_machine` ON `ink_moves` (`machine_id`,`colour`);--> statement-breakpoint
CREATE TABLE `__new_ink_use` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`day` text NOT NULL,
	`area_mm2` integer NOT NULL,
	`weights` text,
	`says` text DEFAULT '' NOT NULL,
	`layout_id` text,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`layout_id`) REFERENCES `layouts`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "ink_use.day" CHECK("day" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "ink_use.area_mm2" CHECK(typeof("area_mm2") IN ('integer', 'null') AND coalesce("area_mm2", 0) >= 0),
	CONSTRAINT "ink_use.weights" CHECK(json_valid("weights"))
);
--> statement-breakpoint
INSERT INTO `__new_ink_use`("id", "machine_id", "day", "area_mm2", "weights", "says", "layout_id") SELECT "id", "machine_id", "day", "area_mm2", "weights", "says", "layout_id" FROM `ink_use`;--> statement-breakpoint
DROP TABLE `ink_use`;--> statement-breakpoint
ALTER TABLE `__new_ink_use` RENAME TO `ink_use`;--> statement-breakpoint
CREATE INDEX `ink_use_machine` ON `ink_use` (`machine_id`,`day`);--> statement-breakpoint
CREATE TABLE `__new_machine_log` (
	`id` text PRIMARY KEY NOT NULL,
	`machine_id` text NOT NULL,
	`day` text NOT NULL,
	`kind` text NOT NULL,
	`says` text DEFAULT '' NOT NULL,
	`cost_minor` integer DEFAULT 0 NOT NULL,
	FOREIGN KEY (`machine_id`) REFERENCES `machines`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "machine_log.day" CHECK("day" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "machine_log.kind" CHECK("kind" IN ('nozzle check', 'cleaning', 'fault', 'service', 'note')),
	CONSTRAINT "machine_log.cost_minor" CHECK(typeof("cost_minor") IN ('integer', 'null'))
);
--> statement-breakpoint
INSERT INTO `__new_machine_log`("id", "machine_id", "day", "kind", "says", "cost_minor") SELECT "id", "machine_id", "day", "kind", "says", "cost_minor" FROM `machine_log`;--> statement-breakpoint
DROP TABLE `machine_log`;--> statement-breakpoint
ALTER TABLE `__new_machine_log` RENAME TO `machine_log`;--> statement-breakpoint
CREATE INDEX `machine_log_machine` ON `machine_log` (`machine_id`,`day`);--> statement-breakpoint
CREATE TABLE `__new_machines` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`width_um` integer NOT NULL,
	`feeds` text DEFAULT '' NOT NULL,
	`inks` text NOT NULL,
	`bought_on` text NOT NULL,
	`outlay_minor` integer NOT NULL,
	`life_hours` integer NOT NULL,
	`warranty_until` text,
	`charging_ml` integer NOT NULL,
	`delivery_days` integer NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`archived_at` text,
	CONSTRAINT "machines.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "machines.inks" CHECK(json_valid("inks")),
	CONSTRAINT "machines.bought_on" CHECK("bought_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "machines.outlay_minor" CHECK(typeof("outlay_minor") IN ('integer', 'null') AND coalesce("outlay_minor", 0) >= 0),
	CONSTRAINT "machines.life_hours" CHECK(typeof("life_hours") IN ('integer', 'null') AND coalesce("life_hours", 0) >= 0),
	CONSTRAINT "machines.warranty_until" CHECK("warranty_until" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "machines.charging_ml" CHECK(typeof("charging_ml") IN ('integer', 'null') AND coalesce("charging_ml", 0) >= 0),
	CONSTRAINT "machines.delivery_days" CHECK(typeof("delivery_days") IN ('integer', 'null') AND coalesce("delivery_days", 0) >= 0),
	CONSTRAINT "machines.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_machines`("id", "name", "width_um", "feeds", "inks", "bought_on", "outlay_minor", "life_hours", "warranty_until", "charging_ml", "delivery_days", "notes", "archived_at") SELECT "id", "name", "width_um", "feeds", "inks", "bought_on", "outlay_minor", "life_hours", "warranty_until", "charging_ml", "delivery_days", "notes", "archived_at" FROM `machines`;--> statement-breakpoint
DROP TABLE `machines`;--> statement-breakpoint
ALTER TABLE `__new_machines` RENAME TO `machines`;--> statement-breakpoint
CREATE TABLE `__new_quotes` (
	`id` text PRIMARY KEY NOT NULL,
	`route_id` text NOT NULL,
	`format_id` text NOT NULL,
	`quantity` integer NOT NULL,
	`total_minor` integer NOT NULL,
	`days` integer NOT NULL,
	`says` text NOT NULL,
	`kept_on` text NOT NULL,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`format_id`) REFERENCES `formats`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "quotes.quantity" CHECK(typeof("quantity") IN ('integer', 'null') AND coalesce("quantity", 0) >= 0),
	CONSTRAINT "quotes.total_minor" CHECK(typeof("total_minor") IN ('integer', 'null') AND coalesce("total_minor", 0) >= 0),
	CONSTRAINT "quotes.days" CHECK(typeof("days") IN ('integer', 'null') AND coalesce("days", 0) >= 0),
	CONSTRAINT "quotes.kept_on" CHECK("kept_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
INSERT INTO `__new_quotes`("id", "route_id", "format_id", "quantity", "total_minor", "days", "says", "kept_on") SELECT "id", "route_id", "format_id", "quantity", "total_minor", "days", "says", "kept_on" FROM `quotes`;--> statement-breakpoint
DROP TABLE `quotes`;--> statement-breakpoint
ALTER TABLE `__new_quotes` RENAME TO `quotes`;--> statement-breakpoint
CREATE INDEX `quotes_format` ON `quotes` (`format_id`);--> statement-breakpoint
CREATE TABLE `__new_route_prices` (
	`id` text PRIMARY KEY NOT NULL,
	`route_id` text NOT NULL,
	`width_um` integer,
	`height_um` integer,
	`paper` text NOT NULL,
	`from_quantity` integer NOT NULL,
	`price_minor` integer NOT NULL,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "route_prices.width_um" CHECK(typeof("width_um") IN ('integer', 'null') AND coalesce("width_um", 0) >= 0),
	CONSTRAINT "route_prices.height_um" CHECK(typeof("height_um") IN ('integer', 'null') AND coalesce("height_um", 0) >= 0),
	CONSTRAINT "route_prices.from_quantity" CHECK(typeof("from_quantity") IN ('integer', 'null') AND coalesce("from_quantity", 0) >= 0),
	CONSTRAINT "route_prices.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0)
);
--> statement-breakpoint
INSERT INTO `__new_route_prices`("id", "route_id", "width_um", "height_um", "paper", "from_quantity", "price_minor") SELECT "id", "route_id", "width_um", "height_um", "paper", "from_quantity", "price_minor" FROM `route_prices`;--> statement-breakpoint
DROP TABLE `route_prices`;--> statement-breakpoint
ALTER TABLE `__new_route_prices` RENAME TO `route_prices`;--> statement-breakpoint
CREATE INDEX `route_prices_route` ON `route_prices` (`route_id`);--> statement-breakpoint
CREATE TABLE `__new_sent_jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`route_id` text NOT NULL,
	`lines` text NOT NULL,
	`total_minor` integer NOT NULL,
	`sent_on` text NOT NULL,
	`expected_on` text NOT NULL,
	`back_on` text,
	`inspection` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "sent_jobs.lines" CHECK(json_valid("lines")),
	CONSTRAINT "sent_jobs.total_minor" CHECK(typeof("total_minor") IN ('integer', 'null') AND coalesce("total_minor", 0) >= 0),
	CONSTRAINT "sent_jobs.sent_on" CHECK("sent_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "sent_jobs.expected_on" CHECK("expected_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "sent_jobs.back_on" CHECK("back_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
INSERT INTO `__new_sent_jobs`("id", "route_id", "lines", "total_minor", "sent_on", "expected_on", "back_on", "inspection") SELECT "id", "route_id", "lines", "total_minor", "sent_on", "expected_on", "back_on", "inspection" FROM `sent_jobs`;--> statement-breakpoint
DROP TABLE `sent_jobs`;--> statement-breakpoint
ALTER TABLE `__new_sent_jobs` RENAME TO `sent_jobs`;--> statement-breakpoint
CREATE TABLE `__new_comparisons` (
	`id` text PRIMARY KEY NOT NULL,
	`proof_id` text NOT NULL,
	`at` text NOT NULL,
	`way` text NOT NULL,
	`captures` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`proof_id`) REFERENCES `proofs`(`id`) ON UPDATE no action ON DELETE cascade,
	CONSTRAINT "comparisons.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "comparisons.way" CHECK("way" IN ('scan', 'readings')),
	CONSTRAINT "comparisons.captures" CHECK(json_valid("captures")),
	CONSTRAINT "comparisons.body" CHECK(json_valid("body"))
);
--> statement-breakpoint
INSERT INTO `__new_comparisons`("id", "proof_id", "at", "way", "captures", "body") SELECT "id", "proof_id", "at", "way", "captures", "body" FROM `comparisons`;--> statement-breakpoint
DROP TABLE `comparisons`;--> statement-breakpoint
ALTER TABLE `__new_comparisons` RENAME TO `comparisons`;--> statement-breakpoint
CREATE INDEX `comparisons_proof` ON `comparisons` (`proof_id`);--> statement-breakpoint
CREATE TABLE `__new_gamut_counts` (
	`id` text PRIMARY KEY NOT NULL,
	`sha256` text NOT NULL,
	`profile_id` text NOT NULL,
	`at` text NOT NULL,
	`body` text NOT NULL,
	`advice` text NOT NULL,
	FOREIGN KEY (`profile_id`) REFERENCES `profiles`(`id`) ON UPDATE no action ON DELETE cascade,
	CONSTRAINT "gamut_counts.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "gamut_counts.body" CHECK(json_valid("body")),
	CONSTRAINT "gamut_counts.advice" CHECK(json_valid("advice"))
);
--> statement-breakpoint
INSERT INTO `__new_gamut_counts`("id", "sha256", "profile_id", "at", "body", "advice") SELECT "id", "sha256", "profile_id", "at", "body", "advice" FROM `gamut_counts`;--> statement-breakpoint
DROP TABLE `gamut_counts`;--> statement-breakpoint
ALTER TABLE `__new_gamut_counts` RENAME TO `gamut_counts`;--> statement-breakpoint
CREATE UNIQUE INDEX `gamut_counts_once` ON `gamut_counts` (`sha256`,`profile_id`);--> statement-breakpoint
CREATE TABLE `__new_inspections` (
	`id` text PRIMARY KEY NOT NULL,
	`impression_id` text NOT NULL,
	`proof_id` text,
	`at` text NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`impression_id`) REFERENCES `impressions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`proof_id`) REFERENCES `proofs`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "inspections.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "inspections.body" CHECK(json_valid("body"))
);
--> statement-breakpoint
INSERT INTO `__new_inspections`("id", "impression_id", "proof_id", "at", "body") SELECT "id", "impression_id", "proof_id", "at", "body" FROM `inspections`;--> statement-breakpoint
DROP TABLE `inspections`;--> statement-breakpoint
ALTER TABLE `__new_inspections` RENAME TO `inspections`;--> statement-breakpoint
CREATE INDEX `inspections_impression` ON `inspections` (`impression_id`);--> statement-breakpoint
CREATE TABLE `__new_profiles` (
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
	FOREIGN KEY (`route_id`) REFERENCES `routes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "profiles.facts" CHECK(json_valid("facts")),
	CONSTRAINT "profiles.gamut" CHECK(json_valid("gamut")),
	CONSTRAINT "profiles.practice" CHECK(json_valid("practice")),
	CONSTRAINT "profiles.received_at" CHECK("received_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "profiles.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_profiles`("id", "sha256", "file_name", "paper_id", "machine_id", "route_id", "setting", "facts", "gamut", "practice", "notes", "received_at", "archived_at") SELECT "id", "sha256", "file_name", "paper_id", "machine_id", "route_id", "setting", "facts", "gamut", "practice", "notes", "received_at", "archived_at" FROM `profiles`;--> statement-breakpoint
DROP TABLE `profiles`;--> statement-breakpoint
ALTER TABLE `__new_profiles` RENAME TO `profiles`;--> statement-breakpoint
CREATE INDEX `profiles_paper` ON `profiles` (`paper_id`);--> statement-breakpoint
CREATE INDEX `profiles_sha` ON `profiles` (`sha256`);--> statement-breakpoint
UPDATE `buyers` SET `address` = '{"version":1,"body":' || `address` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.address', '{"version":1,"body":' || json_extract(`before`, '$.address') || '}') WHERE `table_name` = 'buyers' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.address', '{"version":1,"body":' || json_extract(`after`, '$.address') || '}') WHERE `table_name` = 'buyers' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `capture_checks` SET `body` = '{"version":1,"body":' || `body` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.body', '{"version":1,"body":' || json_extract(`before`, '$.body') || '}') WHERE `table_name` = 'capture_checks' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.body', '{"version":1,"body":' || json_extract(`after`, '$.body') || '}') WHERE `table_name` = 'capture_checks' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `comparisons` SET `captures` = '{"version":1,"body":' || `captures` || '}', `body` = '{"version":1,"body":' || `body` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.captures', '{"version":1,"body":' || json_extract(`before`, '$.captures') || '}', '$.body', '{"version":1,"body":' || json_extract(`before`, '$.body') || '}') WHERE `table_name` = 'comparisons' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.captures', '{"version":1,"body":' || json_extract(`after`, '$.captures') || '}', '$.body', '{"version":1,"body":' || json_extract(`after`, '$.body') || '}') WHERE `table_name` = 'comparisons' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `editions` SET `proofs` = '{"version":1,"body":' || `proofs` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.proofs', '{"version":1,"body":' || json_extract(`before`, '$.proofs') || '}') WHERE `table_name` = 'editions' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.proofs', '{"version":1,"body":' || json_extract(`after`, '$.proofs') || '}') WHERE `table_name` = 'editions' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `equipment` SET `spec` = '{"version":1,"body":' || `spec` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.spec', '{"version":1,"body":' || json_extract(`before`, '$.spec') || '}') WHERE `table_name` = 'equipment' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.spec', '{"version":1,"body":' || json_extract(`after`, '$.spec') || '}') WHERE `table_name` = 'equipment' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `formats` SET `crop` = '{"version":1,"body":' || `crop` || '}', `finish` = '{"version":1,"body":' || `finish` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.crop', '{"version":1,"body":' || json_extract(`before`, '$.crop') || '}', '$.finish', '{"version":1,"body":' || json_extract(`before`, '$.finish') || '}') WHERE `table_name` = 'formats' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.crop', '{"version":1,"body":' || json_extract(`after`, '$.crop') || '}', '$.finish', '{"version":1,"body":' || json_extract(`after`, '$.finish') || '}') WHERE `table_name` = 'formats' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `gamut_counts` SET `body` = '{"version":1,"body":' || `body` || '}', `advice` = '{"version":1,"body":' || `advice` || '}';--> statement-breakpoint
UPDATE `ink_use` SET `weights` = '{"version":1,"body":' || `weights` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.weights', '{"version":1,"body":' || json_extract(`before`, '$.weights') || '}') WHERE `table_name` = 'ink_use' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.weights', '{"version":1,"body":' || json_extract(`after`, '$.weights') || '}') WHERE `table_name` = 'ink_use' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `inspections` SET `body` = '{"version":1,"body":' || `body` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.body', '{"version":1,"body":' || json_extract(`before`, '$.body') || '}') WHERE `table_name` = 'inspections' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.body', '{"version":1,"body":' || json_extract(`after`, '$.body') || '}') WHERE `table_name` = 'inspections' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `layouts` SET `pieces` = '{"version":1,"body":' || `pieces` || '}', `placements` = '{"version":1,"body":' || `placements` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.pieces', '{"version":1,"body":' || json_extract(`before`, '$.pieces') || '}', '$.placements', '{"version":1,"body":' || json_extract(`before`, '$.placements') || '}') WHERE `table_name` = 'layouts' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.pieces', '{"version":1,"body":' || json_extract(`after`, '$.pieces') || '}', '$.placements', '{"version":1,"body":' || json_extract(`after`, '$.placements') || '}') WHERE `table_name` = 'layouts' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `machines` SET `inks` = '{"version":1,"body":' || `inks` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.inks', '{"version":1,"body":' || json_extract(`before`, '$.inks') || '}') WHERE `table_name` = 'machines' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.inks', '{"version":1,"body":' || json_extract(`after`, '$.inks') || '}') WHERE `table_name` = 'machines' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `masters` SET `derived` = '{"version":1,"body":' || `derived` || '}', `gravest` = '{"version":1,"body":' || `gravest` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.derived', '{"version":1,"body":' || json_extract(`before`, '$.derived') || '}', '$.gravest', '{"version":1,"body":' || json_extract(`before`, '$.gravest') || '}') WHERE `table_name` = 'masters' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.derived', '{"version":1,"body":' || json_extract(`after`, '$.derived') || '}', '$.gravest', '{"version":1,"body":' || json_extract(`after`, '$.gravest') || '}') WHERE `table_name` = 'masters' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `mounts` SET `plan` = '{"version":1,"body":' || `plan` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.plan', '{"version":1,"body":' || json_extract(`before`, '$.plan') || '}') WHERE `table_name` = 'mounts' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.plan', '{"version":1,"body":' || json_extract(`after`, '$.plan') || '}') WHERE `table_name` = 'mounts' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `parcels` SET `parts` = '{"version":1,"body":' || `parts` || '}', `ticked_at_packing` = '{"version":1,"body":' || `ticked_at_packing` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.parts', '{"version":1,"body":' || json_extract(`before`, '$.parts') || '}', '$.ticked_at_packing', '{"version":1,"body":' || json_extract(`before`, '$.ticked_at_packing') || '}') WHERE `table_name` = 'parcels' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.parts', '{"version":1,"body":' || json_extract(`after`, '$.parts') || '}', '$.ticked_at_packing', '{"version":1,"body":' || json_extract(`after`, '$.ticked_at_packing') || '}') WHERE `table_name` = 'parcels' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `preps` SET `steps` = '{"version":1,"body":' || `steps` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.steps', '{"version":1,"body":' || json_extract(`before`, '$.steps') || '}') WHERE `table_name` = 'preps' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.steps', '{"version":1,"body":' || json_extract(`after`, '$.steps') || '}') WHERE `table_name` = 'preps' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `prices` SET `question` = '{"version":1,"body":' || `question` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.question', '{"version":1,"body":' || json_extract(`before`, '$.question') || '}') WHERE `table_name` = 'prices' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.question', '{"version":1,"body":' || json_extract(`after`, '$.question') || '}') WHERE `table_name` = 'prices' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `print_files` SET `spec` = '{"version":1,"body":' || `spec` || '}', `check` = '{"version":1,"body":' || `check` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.spec', '{"version":1,"body":' || json_extract(`before`, '$.spec') || '}', '$.check', '{"version":1,"body":' || json_extract(`before`, '$.check') || '}') WHERE `table_name` = 'print_files' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.spec', '{"version":1,"body":' || json_extract(`after`, '$.spec') || '}', '$.check', '{"version":1,"body":' || json_extract(`after`, '$.check') || '}') WHERE `table_name` = 'print_files' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `profiles` SET `facts` = '{"version":1,"body":' || `facts` || '}', `gamut` = '{"version":1,"body":' || `gamut` || '}', `practice` = '{"version":1,"body":' || `practice` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.facts', '{"version":1,"body":' || json_extract(`before`, '$.facts') || '}', '$.gamut', '{"version":1,"body":' || json_extract(`before`, '$.gamut') || '}', '$.practice', '{"version":1,"body":' || json_extract(`before`, '$.practice') || '}') WHERE `table_name` = 'profiles' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.facts', '{"version":1,"body":' || json_extract(`after`, '$.facts') || '}', '$.gamut', '{"version":1,"body":' || json_extract(`after`, '$.gamut') || '}', '$.practice', '{"version":1,"body":' || json_extract(`after`, '$.practice') || '}') WHERE `table_name` = 'profiles' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `proofs` SET `formula` = '{"version":1,"body":' || `formula` || '}', `changes` = '{"version":1,"body":' || `changes` || '}', `adjust` = '{"version":1,"body":' || `adjust` || '}', `plan` = '{"version":1,"body":' || `plan` || '}', `client` = '{"version":1,"body":' || `client` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.formula', '{"version":1,"body":' || json_extract(`before`, '$.formula') || '}', '$.changes', '{"version":1,"body":' || json_extract(`before`, '$.changes') || '}', '$.adjust', '{"version":1,"body":' || json_extract(`before`, '$.adjust') || '}', '$.plan', '{"version":1,"body":' || json_extract(`before`, '$.plan') || '}', '$.client', '{"version":1,"body":' || json_extract(`before`, '$.client') || '}') WHERE `table_name` = 'proofs' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.formula', '{"version":1,"body":' || json_extract(`after`, '$.formula') || '}', '$.changes', '{"version":1,"body":' || json_extract(`after`, '$.changes') || '}', '$.adjust', '{"version":1,"body":' || json_extract(`after`, '$.adjust') || '}', '$.plan', '{"version":1,"body":' || json_extract(`after`, '$.plan') || '}', '$.client', '{"version":1,"body":' || json_extract(`after`, '$.client') || '}') WHERE `table_name` = 'proofs' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `readings` SET `body` = '{"version":1,"body":' || `body` || '}';--> statement-breakpoint
UPDATE `routes` SET `ppi_steps` = '{"version":1,"body":' || `ppi_steps` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.ppi_steps', '{"version":1,"body":' || json_extract(`before`, '$.ppi_steps') || '}') WHERE `table_name` = 'routes' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.ppi_steps', '{"version":1,"body":' || json_extract(`after`, '$.ppi_steps') || '}') WHERE `table_name` = 'routes' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `sent_jobs` SET `lines` = '{"version":1,"body":' || `lines` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.lines', '{"version":1,"body":' || json_extract(`before`, '$.lines') || '}') WHERE `table_name` = 'sent_jobs' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.lines', '{"version":1,"body":' || json_extract(`after`, '$.lines') || '}') WHERE `table_name` = 'sent_jobs' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `studio` SET `address` = '{"version":1,"body":' || `address` || '}', `school` = '{"version":1,"body":' || `school` || '}', `families` = '{"version":1,"body":' || `families` || '}', `fine_print` = '{"version":1,"body":' || `fine_print` || '}', `own_sizes` = '{"version":1,"body":' || `own_sizes` || '}', `workdays` = '{"version":1,"body":' || `workdays` || '}', `holidays` = '{"version":1,"body":' || `holidays` || '}', `screen` = '{"version":1,"body":' || `screen` || '}', `proof_limits` = '{"version":1,"body":' || `proof_limits` || '}', `care` = '{"version":1,"body":' || `care` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.address', '{"version":1,"body":' || json_extract(`before`, '$.address') || '}', '$.school', '{"version":1,"body":' || json_extract(`before`, '$.school') || '}', '$.families', '{"version":1,"body":' || json_extract(`before`, '$.families') || '}', '$.fine_print', '{"version":1,"body":' || json_extract(`before`, '$.fine_print') || '}', '$.own_sizes', '{"version":1,"body":' || json_extract(`before`, '$.own_sizes') || '}', '$.workdays', '{"version":1,"body":' || json_extract(`before`, '$.workdays') || '}', '$.holidays', '{"version":1,"body":' || json_extract(`before`, '$.holidays') || '}', '$.screen', '{"version":1,"body":' || json_extract(`before`, '$.screen') || '}', '$.proof_limits', '{"version":1,"body":' || json_extract(`before`, '$.proof_limits') || '}', '$.care', '{"version":1,"body":' || json_extract(`before`, '$.care') || '}') WHERE `table_name` = 'studio' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.address', '{"version":1,"body":' || json_extract(`after`, '$.address') || '}', '$.school', '{"version":1,"body":' || json_extract(`after`, '$.school') || '}', '$.families', '{"version":1,"body":' || json_extract(`after`, '$.families') || '}', '$.fine_print', '{"version":1,"body":' || json_extract(`after`, '$.fine_print') || '}', '$.own_sizes', '{"version":1,"body":' || json_extract(`after`, '$.own_sizes') || '}', '$.workdays', '{"version":1,"body":' || json_extract(`after`, '$.workdays') || '}', '$.holidays', '{"version":1,"body":' || json_extract(`after`, '$.holidays') || '}', '$.screen', '{"version":1,"body":' || json_extract(`after`, '$.screen') || '}', '$.proof_limits', '{"version":1,"body":' || json_extract(`after`, '$.proof_limits') || '}', '$.care', '{"version":1,"body":' || json_extract(`after`, '$.care') || '}') WHERE `table_name` = 'studio' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `works` SET `school` = '{"version":1,"body":' || `school` || '}', `families` = '{"version":1,"body":' || `families` || '}';--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.school', '{"version":1,"body":' || json_extract(`before`, '$.school') || '}', '$.families', '{"version":1,"body":' || json_extract(`before`, '$.families') || '}') WHERE `table_name` = 'works' AND `before` IS NOT NULL;--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.school', '{"version":1,"body":' || json_extract(`after`, '$.school') || '}', '$.families', '{"version":1,"body":' || json_extract(`after`, '$.families') || '}') WHERE `table_name` = 'works' AND `after` IS NOT NULL;--> statement-breakpoint
UPDATE `papers` SET `supplier_id` = NULL WHERE `supplier_id` NOT IN (SELECT `id` FROM `suppliers`);--> statement-breakpoint
UPDATE `stock_moves` SET `layout_id` = NULL WHERE `layout_id` NOT IN (SELECT `id` FROM `layouts`);--> statement-breakpoint
UPDATE `ink_use` SET `layout_id` = NULL WHERE `layout_id` NOT IN (SELECT `id` FROM `layouts`);--> statement-breakpoint
UPDATE `inspections` SET `proof_id` = NULL WHERE `proof_id` NOT IN (SELECT `id` FROM `proofs`);--> statement-breakpoint
UPDATE `masters` SET `parent_id` = NULL WHERE `parent_id` NOT IN (SELECT `id` FROM `masters`);--> statement-breakpoint
UPDATE `preps` SET `copied_from` = NULL WHERE `copied_from` NOT IN (SELECT `id` FROM `preps`);--> statement-breakpoint
UPDATE `row_changes` SET `before` = json_replace(`before`, '$.layout_id', NULL) WHERE `table_name` IN ('ink_use', 'stock_moves') AND json_extract(`before`, '$.layout_id') LIKE 'misprint %';--> statement-breakpoint
UPDATE `row_changes` SET `after` = json_replace(`after`, '$.layout_id', NULL) WHERE `table_name` IN ('ink_use', 'stock_moves') AND json_extract(`after`, '$.layout_id') LIKE 'misprint %';
