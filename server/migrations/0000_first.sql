CREATE TABLE "designs" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"file" text NOT NULL,
	"source" "bytea",
	"strokes" "bytea" NOT NULL,
	"facts" jsonb NOT NULL,
	"kind" text NOT NULL,
	"tags" jsonb NOT NULL,
	"remarks" jsonb NOT NULL,
	"added_at" bigint NOT NULL,
	"removed_at" bigint,
	"original_id" text,
	"revision" integer NOT NULL,
	"edits" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "edits" (
	"quilt_id" text NOT NULL,
	"revision" integer NOT NULL,
	"edit_id" text NOT NULL,
	"mark" text NOT NULL,
	"diff" jsonb NOT NULL,
	"at" bigint NOT NULL,
	CONSTRAINT "edits_quilt_id_revision_pk" PRIMARY KEY("quilt_id","revision")
);
--> statement-breakpoint
CREATE TABLE "plan_records" (
	"quilt_id" text NOT NULL,
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"value" jsonb NOT NULL,
	CONSTRAINT "plan_records_quilt_id_kind_id_pk" PRIMARY KEY("quilt_id","kind","id")
);
--> statement-breakpoint
CREATE TABLE "quilts" (
	"id" text PRIMARY KEY NOT NULL,
	"plan_version" integer NOT NULL,
	"revision" integer NOT NULL,
	"updated_at" bigint NOT NULL,
	"removed_at" bigint
);
--> statement-breakpoint
CREATE TABLE "run_events" (
	"run_id" text NOT NULL,
	"seq" integer NOT NULL,
	"kind" text NOT NULL,
	"stitch" integer NOT NULL,
	"at" bigint NOT NULL,
	CONSTRAINT "run_events_run_id_seq_pk" PRIMARY KEY("run_id","seq")
);
--> statement-breakpoint
CREATE TABLE "runs" (
	"id" text PRIMARY KEY NOT NULL,
	"quilt_id" text NOT NULL,
	"placement_id" text NOT NULL,
	"name" text NOT NULL,
	"plan_hash" text NOT NULL,
	"points" "bytea" NOT NULL,
	"holes" jsonb NOT NULL,
	"seconds" double precision NOT NULL,
	"thread" double precision NOT NULL,
	"ring" jsonb NOT NULL,
	"made_at" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "edits" ADD CONSTRAINT "edits_quilt_id_quilts_id_fk" FOREIGN KEY ("quilt_id") REFERENCES "public"."quilts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_records" ADD CONSTRAINT "plan_records_quilt_id_quilts_id_fk" FOREIGN KEY ("quilt_id") REFERENCES "public"."quilts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_events" ADD CONSTRAINT "run_events_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_quilt_id_quilts_id_fk" FOREIGN KEY ("quilt_id") REFERENCES "public"."quilts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "designs_of_original" ON "designs" USING btree ("original_id");--> statement-breakpoint
CREATE UNIQUE INDEX "edits_once" ON "edits" USING btree ("quilt_id","edit_id");--> statement-breakpoint
CREATE INDEX "runs_of_quilt" ON "runs" USING btree ("quilt_id");