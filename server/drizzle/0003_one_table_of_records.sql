DROP TABLE `bench_runs`;--> statement-breakpoint
DROP TABLE `diary_entries`;--> statement-breakpoint
DROP TABLE `papers`;--> statement-breakpoint
DROP TABLE `settings`;