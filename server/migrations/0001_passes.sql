CREATE TABLE "advances" (
	"quilt_id" text NOT NULL,
	"seq" integer NOT NULL,
	"kind" text NOT NULL,
	"pass" integer NOT NULL,
	"rolled" double precision NOT NULL,
	"front" double precision,
	"at" bigint NOT NULL,
	CONSTRAINT "advances_quilt_id_seq_pk" PRIMARY KEY("quilt_id","seq")
);
--> statement-breakpoint
CREATE TABLE "frames" (
	"id" text PRIMARY KEY NOT NULL,
	"machine" jsonb NOT NULL,
	"made_at" bigint NOT NULL,
	"removed_at" bigint
);
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "cloth" "bytea";--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "advance" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "advances" ADD CONSTRAINT "advances_quilt_id_quilts_id_fk" FOREIGN KEY ("quilt_id") REFERENCES "public"."quilts"("id") ON DELETE no action ON UPDATE no action;