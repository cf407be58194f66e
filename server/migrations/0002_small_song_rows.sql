ALTER TABLE `songs` DROP COLUMN `snapshot`;--> statement-breakpoint
ALTER TABLE `songs` DROP COLUMN `snapshot_revision`;