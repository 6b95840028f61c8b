CREATE TABLE `certificates` (
	`id` text PRIMARY KEY NOT NULL,
	`impression_id` text NOT NULL,
	`issue` integer NOT NULL,
	`issued_at` text NOT NULL,
	`who` text NOT NULL,
	`code` text NOT NULL,
	`facts` text NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	`voided_at` text,
	`void_why` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`impression_id`) REFERENCES `impressions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "certificates.issue" CHECK(typeof("issue") IN ('integer', 'null') AND coalesce("issue", 0) >= 0),
	CONSTRAINT "certificates.issued_at" CHECK("issued_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "certificates.facts" CHECK(json_valid("facts")),
	CONSTRAINT "certificates.voided_at" CHECK("voided_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `certificates_issue` ON `certificates` (`impression_id`,`issue`);--> statement-breakpoint
CREATE TABLE `consignment_items` (
	`id` text PRIMARY KEY NOT NULL,
	`consignment_id` text NOT NULL,
	`impression_id` text NOT NULL,
	`price_minor` integer NOT NULL,
	`outcome` text NOT NULL,
	`owed_minor` integer DEFAULT 0 NOT NULL,
	`settled_on` text,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`consignment_id`) REFERENCES `consignments`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`impression_id`) REFERENCES `impressions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "consignment_items.price_minor" CHECK(typeof("price_minor") IN ('integer', 'null') AND coalesce("price_minor", 0) >= 0),
	CONSTRAINT "consignment_items.outcome" CHECK("outcome" IN ('there', 'sold', 'back', 'lost')),
	CONSTRAINT "consignment_items.owed_minor" CHECK(typeof("owed_minor") IN ('integer', 'null') AND coalesce("owed_minor", 0) >= 0),
	CONSTRAINT "consignment_items.settled_on" CHECK("settled_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
CREATE INDEX `consignment_items_of` ON `consignment_items` (`consignment_id`);--> statement-breakpoint
CREATE INDEX `consignment_items_impression` ON `consignment_items` (`impression_id`,`outcome`);--> statement-breakpoint
CREATE TABLE `consignments` (
	`id` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL,
	`buyer_id` text NOT NULL,
	`channel_id` text,
	`since_on` text NOT NULL,
	`due_on` text NOT NULL,
	`their_share` real NOT NULL,
	`bears_damage` text NOT NULL,
	`notes` text DEFAULT '' NOT NULL,
	`settled_at` text,
	FOREIGN KEY (`buyer_id`) REFERENCES `buyers`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`channel_id`) REFERENCES `channels`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "consignments.number" CHECK(typeof("number") IN ('integer', 'null') AND coalesce("number", 0) >= 0),
	CONSTRAINT "consignments.since_on" CHECK("since_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "consignments.due_on" CHECK("due_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "consignments.their_share" CHECK(typeof("their_share") IN ('real', 'integer', 'null')),
	CONSTRAINT "consignments.settled_at" CHECK("settled_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `consignments_number` ON `consignments` (`number`);--> statement-breakpoint
CREATE TABLE `keepers` (
	`id` text PRIMARY KEY NOT NULL,
	`impression_id` text NOT NULL,
	`name` text NOT NULL,
	`how` text NOT NULL,
	`since_on` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`impression_id`) REFERENCES `impressions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "keepers.how" CHECK("how" IN ('bought', 'given', 'resold', 'kept')),
	CONSTRAINT "keepers.since_on" CHECK("since_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]')
);
--> statement-breakpoint
CREATE INDEX `keepers_impression` ON `keepers` (`impression_id`);--> statement-breakpoint
CREATE TABLE `pen_trials` (
	`id` text PRIMARY KEY NOT NULL,
	`paper_id` text NOT NULL,
	`pen` text NOT NULL,
	`worked` integer NOT NULL,
	`at` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`paper_id`) REFERENCES `papers`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "pen_trials.worked" CHECK("worked" IN (0, 1)),
	CONSTRAINT "pen_trials.at" CHECK("at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `pen_trials_paper` ON `pen_trials` (`paper_id`,`at`);--> statement-breakpoint
CREATE TABLE `reservations` (
	`id` text PRIMARY KEY NOT NULL,
	`edition_id` text NOT NULL,
	`impression_id` text,
	`quantity` integer NOT NULL,
	`for_whom` text NOT NULL,
	`until_on` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	`ended_at` text,
	`outcome` text,
	FOREIGN KEY (`edition_id`) REFERENCES `editions`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`impression_id`) REFERENCES `impressions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "reservations.quantity" CHECK(typeof("quantity") IN ('integer', 'null') AND coalesce("quantity", 0) >= 0),
	CONSTRAINT "reservations.until_on" CHECK("until_on" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
	CONSTRAINT "reservations.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "reservations.ended_at" CHECK("ended_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "reservations.outcome" CHECK("outcome" IN ('sold', 'let go'))
);
--> statement-breakpoint
CREATE INDEX `reservations_edition` ON `reservations` (`edition_id`,`ended_at`);--> statement-breakpoint
CREATE INDEX `reservations_impression` ON `reservations` (`impression_id`);--> statement-breakpoint
CREATE TABLE `signing_keys` (
	`id` text PRIMARY KEY NOT NULL,
	`public_key` text NOT NULL,
	`made_at` text NOT NULL,
	`retired_at` text,
	`why` text DEFAULT '' NOT NULL,
	CONSTRAINT "signing_keys.made_at" CHECK("made_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "signing_keys.retired_at" CHECK("retired_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
ALTER TABLE `studio` ADD `certificate_words` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `studio` ADD `care_words` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `editions` ADD `terms` text DEFAULT '{"version":1,"body":{"numbers":"next free","heldBack":[],"tiers":[],"placed":[]}}' NOT NULL CONSTRAINT "editions.terms" CHECK(json_valid("terms"));--> statement-breakpoint
ALTER TABLE `impressions` ADD `held_back` integer DEFAULT false NOT NULL CONSTRAINT "impressions.held_back" CHECK("held_back" IN (0, 1));--> statement-breakpoint
ALTER TABLE `impressions` ADD `as_printed` text CONSTRAINT "impressions.as_printed" CHECK(json_valid("as_printed"));--> statement-breakpoint
ALTER TABLE `impressions` ADD `pen` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `order_lines` ADD `wanted` text CONSTRAINT "order_lines.wanted" CHECK(json_valid("wanted"));--> statement-breakpoint
-- What was printed before is put together from what is still known, and says so.
UPDATE `impressions` SET `as_printed` = (
	SELECT json_object('version', 1, 'body', json_object(
		'work', json_object('title', w.title, 'year', w.year, 'medium', w.medium,
			'artist', coalesce((SELECT CASE s.artist WHEN '' THEN s.name ELSE s.artist END FROM studio s LIMIT 1), '')),
		'format', f.name,
		'image', json_object('width', f.image_width_um, 'height', f.image_height_um),
		'sheet', json_object(
			'width', f.image_width_um + f.border_left_um + f.border_right_um,
			'height', f.image_height_um + f.border_top_um + f.border_bottom_um),
		'paper', json_object('name', p.name, 'base', p.base, 'surface', p.surface, 'gsm', p.gsm),
		'lot', NULL,
		'route', r.name, 'process', r.process, 'machine', NULL,
		'master', CASE WHEN m.id IS NULL THEN NULL ELSE json_object('name', m.file_name, 'sha256', m.sha256) END,
		'file', CASE WHEN pr.print_file_sha IS NULL THEN NULL ELSE json_object('name', pr.file_name, 'sha256', pr.print_file_sha) END,
		'profile', NULL, 'intent', pr.intent,
		'formula', CASE WHEN pr.id IS NULL THEN NULL ELSE json_extract(pr.formula, '$.body') END,
		'proof', CASE WHEN pr.id IS NULL THEN NULL ELSE json_object('id', pr.id, 'round', pr.round) END,
		'printedAt', i.printed_at,
		'who', coalesce((SELECT g.who FROM register g WHERE g.impression_id = i.id AND g.act = 'printed' ORDER BY g.seq DESC LIMIT 1), ''),
		'reconstructed', json('true')))
	FROM impressions i
	JOIN editions e ON e.id = i.edition_id
	JOIN works w ON w.id = e.work_id
	JOIN formats f ON f.id = i.format_id
	JOIN papers p ON p.id = i.paper_id
	LEFT JOIN proofs pr ON pr.id = i.proof_id
	LEFT JOIN routes r ON r.id = pr.route_id
	LEFT JOIN masters m ON m.id = pr.master_id
	WHERE i.id = `impressions`.`id`)
WHERE `printed_at` IS NOT NULL AND `format_id` IS NOT NULL AND `paper_id` IS NOT NULL;
