CREATE TABLE "joint_marks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"plan" text NOT NULL,
	"joint" text NOT NULL,
	"mark" text NOT NULL,
	"note" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reels" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"bare_diameter_mm" double precision NOT NULL,
	"grade" integer NOT NULL,
	"over_enamel_mm" double precision,
	"mass_kg" double precision NOT NULL,
	"version" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shop_settings" (
	"shop_id" uuid PRIMARY KEY NOT NULL,
	"typed" jsonb NOT NULL,
	"version" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "joint_marks" ADD CONSTRAINT "joint_marks_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "joint_marks_motor" ON "joint_marks" USING btree ("motor_id","id");--> statement-breakpoint
CREATE UNIQUE INDEX "reels_name" ON "reels" USING btree ("shop_id","name");