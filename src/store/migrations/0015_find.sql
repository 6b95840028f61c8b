CREATE TABLE `findables` (
	`id` integer PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`ref` text NOT NULL,
	`head` text NOT NULL,
	`words` text NOT NULL,
	CONSTRAINT "findables.id" CHECK(typeof("id") IN ('integer', 'null') AND coalesce("id", 0) >= 0),
	CONSTRAINT "findables.kind" CHECK("kind" IN ('work', 'person', 'order', 'parcel', 'paper', 'route', 'machine', 'supplier', 'channel', 'goods', 'layout', 'wall', 'note', 'journal'))
);
--> statement-breakpoint
CREATE UNIQUE INDEX `findables_ref` ON `findables` (`kind`,`ref`);--> statement-breakpoint
CREATE VIEW `findable_names` AS SELECT `id`, `kind`, `head`, `words` FROM `findables` WHERE `kind` <> 'journal';
--> statement-breakpoint
CREATE VIRTUAL TABLE `found` USING fts5(`kind`, `head`, `words`, content='findable_names', content_rowid='id', tokenize='unicode61 remove_diacritics 2', prefix='1 2 3');
--> statement-breakpoint
CREATE VIEW `findable_lines` AS SELECT `id`, `words` FROM `findables` WHERE `kind` = 'journal';
--> statement-breakpoint
CREATE VIRTUAL TABLE `found_lines` USING fts5(`words`, content='findable_lines', content_rowid='id', tokenize='unicode61 remove_diacritics 2', prefix='1 2 3');
