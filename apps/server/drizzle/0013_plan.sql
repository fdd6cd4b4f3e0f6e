CREATE TABLE "wishes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"station" text NOT NULL,
	"worker" text,
	"not_before" timestamp (3) with time zone,
	"why" text NOT NULL,
	"insisted" boolean DEFAULT false NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL,
	"taken_back_at" timestamp (3) with time zone,
	"taken_back_by" text,
	"order" bigint DEFAULT nextval('happened') NOT NULL
);
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "shift" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "wishes" ADD CONSTRAINT "wishes_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "wishes_open" ON "wishes" USING btree ("motor_id","station") WHERE "wishes"."taken_back_at" is null;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON wishes TO norther_app;
