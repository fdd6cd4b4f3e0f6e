CREATE TABLE "attachments" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"place" text NOT NULL,
	"name" text NOT NULL,
	"note" text NOT NULL,
	"hash" text NOT NULL,
	"media" text NOT NULL,
	"bytes" integer NOT NULL,
	"width" integer,
	"height" integer,
	"added_at" timestamp (3) with time zone NOT NULL,
	"added_by" text NOT NULL,
	"order" bigint DEFAULT nextval('happened') NOT NULL,
	"withdrawn" jsonb
);
--> statement-breakpoint
CREATE TABLE "files" (
	"shop_id" uuid NOT NULL,
	"hash" text NOT NULL,
	"media" text NOT NULL,
	"bytes" integer NOT NULL,
	"kept_at" timestamp (3) with time zone NOT NULL,
	CONSTRAINT "files_shop_id_hash_pk" PRIMARY KEY("shop_id","hash")
);
--> statement-breakpoint
ALTER TABLE "attachments" ADD CONSTRAINT "attachments_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attachments_motor" ON "attachments" USING btree ("motor_id");--> statement-breakpoint
-- A file is what its sum says, and stays; of an attachment only its note and its withdrawal change.
GRANT SELECT, INSERT ON files TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT ON attachments TO norther_app;--> statement-breakpoint
GRANT UPDATE (note, withdrawn) ON attachments TO norther_app;
