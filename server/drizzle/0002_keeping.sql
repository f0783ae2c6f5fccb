CREATE TABLE `records` (
	`kind` text NOT NULL,
	`owner` text DEFAULT '' NOT NULL,
	`id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`document` text NOT NULL,
	`place` text DEFAULT '' NOT NULL,
	`updated_at` text NOT NULL,
	`deleted_at` text,
	PRIMARY KEY(`kind`, `owner`, `id`)
);
--> statement-breakpoint
CREATE INDEX `records_by_place` ON `records` (`kind`,`owner`,`place`);--> statement-breakpoint
CREATE TABLE `set_aside` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`owner` text DEFAULT '' NOT NULL,
	`document_id` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`document` text NOT NULL,
	`why` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `plan_revisions` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `plan_revisions` ADD `name` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `plan_revisions` ADD `steps` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `plans` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
UPDATE `plan_revisions` SET `name` = coalesce(json_extract(`document`, '$.name'), ''), `steps` = coalesce(json_array_length(`document`, '$.steps'), 0) WHERE json_valid(`document`);--> statement-breakpoint
INSERT INTO `records` (`kind`, `owner`, `id`, `document`, `place`, `updated_at`) SELECT 'run', `plan_id`, `id`, `document`, `started_at`, strftime('%Y-%m-%dT%H:%M:%fZ', 'now') FROM `bench_runs`;--> statement-breakpoint
INSERT INTO `records` (`kind`, `owner`, `id`, `document`, `place`, `updated_at`) SELECT 'entry', `plan_id`, `id`, `document`, `date`, strftime('%Y-%m-%dT%H:%M:%fZ', 'now') FROM `diary_entries`;--> statement-breakpoint
INSERT INTO `records` (`kind`, `owner`, `id`, `document`, `place`, `updated_at`) SELECT 'paper', '', `id`, json_object('id', `id`, 'name', `name`, 'kind', `kind`, 'grammage', `grammage`, 'caliperMm', `caliper_mm`, 'frontName', `front_name`, 'frontHex', `front_hex`, 'backName', `back_name`, 'backHex', `back_hex`, 'widthMm', `width_mm`, 'heightMm', `height_mm`, 'count', `count`, 'note', `note`, 'price', `price`, 'grain', `grain`, 'memory', `memory`, 'lowAt', `low_at`), `name`, strftime('%Y-%m-%dT%H:%M:%fZ', 'now') FROM `papers`;--> statement-breakpoint
INSERT INTO `records` (`kind`, `owner`, `id`, `document`, `place`, `updated_at`) SELECT 'settings', '', 'settings', `document`, '', strftime('%Y-%m-%dT%H:%M:%fZ', 'now') FROM `settings`;
