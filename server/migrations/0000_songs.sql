CREATE TABLE `changes` (
	`song_id` text NOT NULL,
	`revision` integer NOT NULL,
	`id` text NOT NULL,
	`label` text NOT NULL,
	`at` integer NOT NULL,
	`device` text NOT NULL,
	`undoes` text,
	`body` text NOT NULL,
	PRIMARY KEY(`song_id`, `revision`),
	FOREIGN KEY (`song_id`) REFERENCES `songs`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `changes_by_id` ON `changes` (`song_id`,`id`);--> statement-breakpoint
CREATE TABLE `settings` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `songs` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`revision` integer NOT NULL,
	`snapshot` text NOT NULL,
	`snapshot_revision` integer NOT NULL,
	`card` text NOT NULL,
	`created_at` integer NOT NULL,
	`changed_at` integer NOT NULL
);
