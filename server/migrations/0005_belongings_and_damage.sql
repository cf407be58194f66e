CREATE TABLE `belongings` (
	`revision` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`put_id` text NOT NULL,
	`kind` text NOT NULL,
	`thing` text NOT NULL,
	`value` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `belongings_put_id_unique` ON `belongings` (`put_id`);--> statement-breakpoint
CREATE INDEX `belongings_by_thing` ON `belongings` (`kind`,`thing`,`revision`);--> statement-breakpoint
ALTER TABLE `songs` ADD `missing` integer;