CREATE TABLE `snapshots` (
	`song_id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`body` text NOT NULL,
	FOREIGN KEY (`song_id`) REFERENCES `songs`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `songs` ADD `card_revision` integer DEFAULT -1 NOT NULL;--> statement-breakpoint
INSERT INTO `snapshots` (`song_id`, `revision`, `body`) SELECT `id`, `snapshot_revision`, `snapshot` FROM `songs`;