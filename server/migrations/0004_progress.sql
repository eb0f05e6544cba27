-- Of progress that follows progress only the last is kept, and the log is numbered anew.
CREATE TEMPORARY TABLE kept_events AS
  SELECT run_id, row_number() OVER (PARTITION BY run_id ORDER BY seq) - 1 AS seq, kind, stitch, at
  FROM (SELECT *, lead(kind) OVER (PARTITION BY run_id ORDER BY seq) AS next FROM run_events) AS told
  WHERE kind <> 'progress' OR next IS DISTINCT FROM 'progress';--> statement-breakpoint
DELETE FROM run_events;--> statement-breakpoint
INSERT INTO run_events (run_id, seq, kind, stitch, at) SELECT run_id, seq, kind, stitch, at FROM kept_events;--> statement-breakpoint
DROP TABLE kept_events;
