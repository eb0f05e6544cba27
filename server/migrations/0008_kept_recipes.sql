CREATE TABLE "kept_recipes" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"stages" jsonb NOT NULL,
	"shape" jsonb NOT NULL,
	"added_at" bigint NOT NULL,
	"removed_at" bigint
);
