CREATE TABLE "photos" (
	"quilt_id" text NOT NULL,
	"id" text NOT NULL,
	"type" text NOT NULL,
	"source" "bytea" NOT NULL,
	"added_at" bigint NOT NULL,
	CONSTRAINT "photos_quilt_id_id_pk" PRIMARY KEY("quilt_id","id")
);
--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_quilt_id_quilts_id_fk" FOREIGN KEY ("quilt_id") REFERENCES "public"."quilts"("id") ON DELETE no action ON UPDATE no action;