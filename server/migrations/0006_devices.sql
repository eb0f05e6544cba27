CREATE TABLE "devices" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"token_hash" text NOT NULL,
	"paired_at" bigint NOT NULL,
	"seen_at" bigint NOT NULL,
	CONSTRAINT "devices_token_hash_unique" UNIQUE("token_hash")
);
