ALTER TABLE "runs" RENAME COLUMN "placement_id" TO "piece_id";--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "design" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "continued" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" DROP COLUMN "ring";--> statement-breakpoint
-- What a run was called held three things: the piece, the design, and that it went on with another run.
UPDATE "runs" SET
	"continued" = "name" LIKE '%, continued',
	"design" = CASE WHEN position(' · ' in "name") > 0
		THEN regexp_replace(substring("name" from position(' · ' in "name") + 3), ', continued$', '') ELSE '' END,
	"name" = regexp_replace(split_part("name", ' · ', 1), ', continued$', ''),
	"piece_id" = CASE
		WHEN "piece_id" ~ '-row-[0-9]+$' THEN 'rowSets.' || regexp_replace("piece_id", '-row-([0-9]+)$', '.\1')
		WHEN "piece_id" ~ '-part-[0-9]+$' THEN 'placements.' || regexp_replace("piece_id", '-part-([0-9]+)$', '.\1')
		ELSE 'placements.' || "piece_id" || '.0' END;
