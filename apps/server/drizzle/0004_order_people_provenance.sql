-- What happened first is told by a number of the database, never by a clock.
CREATE SEQUENCE "happened";--> statement-breakpoint
CREATE TABLE "curves" (
	"reading_id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"points" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_tries" (
	"key" text PRIMARY KEY NOT NULL,
	"tries" integer NOT NULL,
	"last_at" timestamp (3) with time zone NOT NULL,
	"wait_until" timestamp (3) with time zone
);
--> statement-breakpoint
CREATE TABLE "withdrawals" (
	"reading_id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
DROP INDEX "events_motor";--> statement-breakpoint
DROP INDEX "joint_marks_motor";--> statement-breakpoint
DROP INDEX "readings_motor";--> statement-breakpoint
ALTER TABLE "events" ADD COLUMN "order" bigint DEFAULT nextval('happened') NOT NULL;--> statement-breakpoint
ALTER TABLE "gate_passes" ADD COLUMN "order" bigint DEFAULT nextval('happened') NOT NULL;--> statement-breakpoint
ALTER TABLE "holds" ADD COLUMN "order" bigint DEFAULT nextval('happened') NOT NULL;--> statement-breakpoint
ALTER TABLE "joint_marks" ADD COLUMN "order" bigint DEFAULT nextval('happened') NOT NULL;--> statement-breakpoint
ALTER TABLE "motors" ADD COLUMN "imported" jsonb;--> statement-breakpoint
ALTER TABLE "motors" ADD COLUMN "withdrawn_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "retired_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "published_pin" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "log_points" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "kept" jsonb;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "order" bigint DEFAULT nextval('happened') NOT NULL;--> statement-breakpoint
ALTER TABLE "reels" ADD COLUMN "retired_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "setup_hash" text;--> statement-breakpoint
ALTER TABLE "steps" ADD COLUMN "taken_order" bigint;--> statement-breakpoint
ALTER TABLE "steps" ADD COLUMN "signed_order" bigint;--> statement-breakpoint
ALTER TABLE "steps" ADD COLUMN "reopened_order" bigint;--> statement-breakpoint
ALTER TABLE "windings" ADD COLUMN "plan_order" bigint DEFAULT nextval('happened') NOT NULL;--> statement-breakpoint
ALTER TABLE "windings" ADD COLUMN "released_at" timestamp (3) with time zone;--> statement-breakpoint
ALTER TABLE "windings" ADD COLUMN "released_by" text;--> statement-breakpoint
ALTER TABLE "writes" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "writes" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "writes" ADD COLUMN "body_hash" text;--> statement-breakpoint
ALTER TABLE "curves" ADD CONSTRAINT "curves_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "withdrawals" ADD CONSTRAINT "withdrawals_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "withdrawals" ADD CONSTRAINT "withdrawals_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "withdrawals_motor" ON "withdrawals" USING btree ("motor_id");--> statement-breakpoint
CREATE INDEX "events_shop" ON "events" USING btree ("shop_id","order");--> statement-breakpoint
CREATE UNIQUE INDEX "people_name_any_case" ON "people" USING btree ("shop_id",lower("name"));--> statement-breakpoint
CREATE INDEX "events_motor" ON "events" USING btree ("motor_id","order");--> statement-breakpoint
CREATE INDEX "joint_marks_motor" ON "joint_marks" USING btree ("motor_id","order");--> statement-breakpoint
CREATE INDEX "readings_motor" ON "readings" USING btree ("motor_id","order");--> statement-breakpoint
-- What is there already is put in the order of its times; at one time in the order of the work.
CREATE TEMP TABLE placed ON COMMIT DROP AS
SELECT what, id, row_number() OVER (ORDER BY at, rank, id) AS place FROM (
  SELECT 'taken' AS what, 1 AS rank, id, taken_at AS at FROM steps WHERE taken_at IS NOT NULL
  UNION ALL SELECT 'winding', 2, id, changed_at FROM windings
  UNION ALL SELECT 'mark', 3, id, at FROM joint_marks
  UNION ALL SELECT 'reading', 4, id, taken_at FROM readings
  UNION ALL SELECT 'hold', 5, id, raised_at FROM holds
  UNION ALL SELECT 'pass', 6, id, at FROM gate_passes
  UNION ALL SELECT 'signed', 7, id, signed_at FROM steps WHERE signed_at IS NOT NULL
  UNION ALL SELECT 'event', 8, id, at FROM events
) all_of_it;--> statement-breakpoint
CREATE INDEX placed_by_id ON placed (id, what);--> statement-breakpoint
UPDATE steps SET taken_order = p.place FROM placed p WHERE p.what = 'taken' AND p.id = steps.id;--> statement-breakpoint
UPDATE steps SET signed_order = p.place FROM placed p WHERE p.what = 'signed' AND p.id = steps.id;--> statement-breakpoint
UPDATE windings SET plan_order = p.place FROM placed p WHERE p.what = 'winding' AND p.id = windings.id;--> statement-breakpoint
UPDATE joint_marks SET "order" = p.place FROM placed p WHERE p.what = 'mark' AND p.id = joint_marks.id;--> statement-breakpoint
UPDATE readings SET "order" = p.place FROM placed p WHERE p.what = 'reading' AND p.id = readings.id;--> statement-breakpoint
UPDATE holds SET "order" = p.place FROM placed p WHERE p.what = 'hold' AND p.id = holds.id;--> statement-breakpoint
UPDATE gate_passes SET "order" = p.place FROM placed p WHERE p.what = 'pass' AND p.id = gate_passes.id;--> statement-breakpoint
UPDATE events SET "order" = p.place FROM placed p WHERE p.what = 'event' AND p.id = events.id;--> statement-breakpoint
SELECT setval('happened', (SELECT coalesce(max(place), 0) + 1 FROM placed), false);--> statement-breakpoint
-- A proposal was the plan at once; those that are stay it.
UPDATE windings SET released_at = changed_at, released_by = changed_by WHERE role = 'proposed';--> statement-breakpoint
-- Until now every shop had the people and PINs of the documentation.
UPDATE people SET published_pin = true;--> statement-breakpoint
GRANT USAGE ON SEQUENCE happened TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT ON withdrawals TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON sign_in_tries TO norther_app;--> statement-breakpoint
-- A reel is retired, not deleted.
REVOKE DELETE ON reels FROM norther_app;--> statement-breakpoint
-- Logs stand by themselves; whether a reading is sound is kept beside it once the core has looked at it again.
INSERT INTO curves (reading_id, shop_id, points) SELECT id, shop_id, log FROM readings WHERE log IS NOT NULL;--> statement-breakpoint
UPDATE readings SET log_points = jsonb_array_length(log) WHERE log IS NOT NULL;--> statement-breakpoint
GRANT SELECT, INSERT ON curves TO norther_app;
