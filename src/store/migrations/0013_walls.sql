CREATE TABLE `buyer_walls` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`sha256` text NOT NULL,
	`bytes` integer NOT NULL,
	`file_name` text NOT NULL,
	`width_px` integer NOT NULL,
	`height_px` integer NOT NULL,
	`hung` text NOT NULL,
	`kept_at` text NOT NULL,
	`changed_at` text NOT NULL,
	`archived_at` text,
	CONSTRAINT "buyer_walls.bytes" CHECK(typeof("bytes") IN ('integer', 'null') AND coalesce("bytes", 0) >= 0),
	CONSTRAINT "buyer_walls.width_px" CHECK(typeof("width_px") IN ('integer', 'null') AND coalesce("width_px", 0) >= 0),
	CONSTRAINT "buyer_walls.height_px" CHECK(typeof("height_px") IN ('integer', 'null') AND coalesce("height_px", 0) >= 0),
	CONSTRAINT "buyer_walls.hung" CHECK(json_valid("hung")),
	CONSTRAINT "buyer_walls.kept_at" CHECK("kept_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "buyer_walls.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "buyer_walls.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
--> statement-breakpoint
CREATE INDEX `buyer_walls_file` ON `buyer_walls` (`sha256`);--> statement-breakpoint
CREATE TABLE `walls` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`plan` text NOT NULL,
	`created_at` text NOT NULL,
	`changed_at` text NOT NULL,
	`archived_at` text,
	CONSTRAINT "walls.kind" CHECK("kind" IN ('wall', 'stall')),
	CONSTRAINT "walls.plan" CHECK(json_valid("plan")),
	CONSTRAINT "walls.created_at" CHECK("created_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "walls.changed_at" CHECK("changed_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z'),
	CONSTRAINT "walls.archived_at" CHECK("archived_at" GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]T*Z')
);
