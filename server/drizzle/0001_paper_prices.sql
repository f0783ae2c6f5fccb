ALTER TABLE `papers` ADD `price` real;--> statement-breakpoint
ALTER TABLE `papers` ADD `grain` text DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `papers` ADD `memory` text DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE `papers` ADD `low_at` integer DEFAULT 5 NOT NULL;