ALTER TABLE "runs" ADD COLUMN "status" text DEFAULT 'ready' NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "stitch" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "bobbin_thread_up" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "rehearsed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "fault" text;--> statement-breakpoint
CREATE INDEX "runs_by_status" ON "runs" USING btree ("status","quilt_id");--> statement-breakpoint
UPDATE runs SET
  stitch = coalesce((SELECT e.stitch FROM run_events e WHERE e.run_id = runs.id AND e.kind <> 'rehearsed' ORDER BY seq DESC LIMIT 1), 0),
  rehearsed = EXISTS (SELECT FROM run_events e WHERE e.run_id = runs.id AND e.kind = 'rehearsed'),
  fault = (SELECT nullif(e.kind, 'mended') FROM run_events e
    WHERE e.run_id = runs.id AND e.kind IN ('threadBroke', 'bobbinEmpty', 'mended') ORDER BY seq DESC LIMIT 1),
  bobbin_thread_up = coalesce((SELECT e.kind = 'bobbinThreadUp' FROM run_events e
    WHERE e.run_id = runs.id AND e.kind IN ('bobbinThreadUp', 'stopped', 'threadBroke', 'bobbinEmpty', 'takenUp', 'cut', 'interrupted')
    ORDER BY seq DESC LIMIT 1), false),
  status = coalesce((SELECT CASE e.kind
      WHEN 'started' THEN 'stitching' WHEN 'resumed' THEN 'stitching'
      WHEN 'threadBroke' THEN 'stopped' WHEN 'bobbinEmpty' THEN 'stopped'
      WHEN 'takenUp' THEN 'ready' WHEN 'cut' THEN 'ready' ELSE e.kind END
    FROM run_events e WHERE e.run_id = runs.id
      AND e.kind NOT IN ('made', 'rehearsed', 'bobbinThreadUp', 'progress', 'mended') ORDER BY seq DESC LIMIT 1), 'ready');
