CREATE TABLE `bench_runs` (
	`id` text NOT NULL,
	`plan_id` text NOT NULL,
	`document` text NOT NULL,
	`started_at` text NOT NULL,
	PRIMARY KEY(`plan_id`, `id`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `diary_entries` (
	`id` text NOT NULL,
	`plan_id` text NOT NULL,
	`document` text NOT NULL,
	`date` text NOT NULL,
	PRIMARY KEY(`plan_id`, `id`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `diary_by_date` ON `diary_entries` (`date`);--> statement-breakpoint
CREATE TABLE `papers` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`grammage` real,
	`caliper_mm` real,
	`front_name` text NOT NULL,
	`front_hex` text NOT NULL,
	`back_name` text NOT NULL,
	`back_hex` text NOT NULL,
	`width_mm` real NOT NULL,
	`height_mm` real NOT NULL,
	`count` integer NOT NULL,
	`note` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `plan_revisions` (
	`plan_id` text NOT NULL,
	`revision` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`plan_id`, `revision`),
	FOREIGN KEY (`plan_id`) REFERENCES `plans`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `plans` (
	`id` text PRIMARY KEY NOT NULL,
	`revision` integer NOT NULL,
	`document` text NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`deleted_at` text
);
--> statement-breakpoint
CREATE TABLE `settings` (
	`id` integer PRIMARY KEY NOT NULL,
	`document` text NOT NULL
);
