CREATE TABLE "attempts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"station" text NOT NULL,
	"attempt" integer NOT NULL,
	"typed" jsonb NOT NULL,
	"taken_at" timestamp (3) with time zone,
	"taken_by" text,
	"signed_at" timestamp (3) with time zone,
	"signed_by" text,
	"from" text NOT NULL,
	"reason" text NOT NULL,
	"ended_at" timestamp (3) with time zone NOT NULL,
	"ended_by" text NOT NULL,
	"order" bigint DEFAULT nextval('happened') NOT NULL
);
--> statement-breakpoint
CREATE TABLE "machines" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"maker" text NOT NULL,
	"serial" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "parts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"tag" text NOT NULL,
	"note" text NOT NULL,
	"added_at" timestamp (3) with time zone NOT NULL,
	"added_by" text NOT NULL,
	"back_at" timestamp (3) with time zone,
	"back_by" text,
	"withdrawn" jsonb,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
DROP INDEX "motors_serial";--> statement-breakpoint
ALTER TABLE "motors" ADD COLUMN "machine_id" uuid;--> statement-breakpoint
-- What has the same serial number of the same maker is one machine; without a number each is one of its own.
CREATE TEMPORARY TABLE machine_of AS
  SELECT id AS motor, first_value(id) OVER (
      PARTITION BY shop_id, CASE WHEN serial = '' THEN id::text ELSE lower(serial) || chr(10) || lower(maker) END
      ORDER BY arrived_at, id
    ) AS machine
  FROM motors;--> statement-breakpoint
INSERT INTO machines (id, shop_id, maker, serial)
  SELECT id, shop_id, maker, serial FROM motors WHERE id IN (SELECT machine_of.machine FROM machine_of);--> statement-breakpoint
UPDATE motors SET machine_id = machine_of.machine FROM machine_of WHERE machine_of.motor = motors.id;--> statement-breakpoint
DROP TABLE machine_of;--> statement-breakpoint
ALTER TABLE "motors" ALTER COLUMN "machine_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "attempts" ADD CONSTRAINT "attempts_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts" ADD CONSTRAINT "parts_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "attempts_station" ON "attempts" USING btree ("motor_id","station","attempt");--> statement-breakpoint
CREATE INDEX "machines_serial" ON "machines" USING btree ("shop_id",lower("serial"));--> statement-breakpoint
CREATE INDEX "parts_motor" ON "parts" USING btree ("motor_id");--> statement-breakpoint
CREATE INDEX "parts_tag" ON "parts" USING btree ("shop_id",lower("tag"));--> statement-breakpoint
ALTER TABLE "motors" ADD CONSTRAINT "motors_machine_id_machines_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."machines"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "motors_machine" ON "motors" USING btree ("machine_id");--> statement-breakpoint
-- Attempts so far stand in the history only: each time a station was opened again.
INSERT INTO attempts (id, shop_id, motor_id, station, attempt, typed, signed_at, signed_by, "from", reason, ended_at, ended_by, "order")
  SELECT id, shop_id, motor_id, station, row_number() OVER (PARTITION BY motor_id, station ORDER BY "order"),
    before - 'signedBy' - 'signedAt', (before ->> 'signedAt')::timestamptz, before ->> 'signedBy', station, why, at, who, "order"
  FROM (
    SELECT *, left(what, -length(' opened again')) AS station FROM events
    WHERE motor_id IS NOT NULL AND what LIKE '% opened again' AND jsonb_typeof(before) = 'object'
  ) opened;--> statement-breakpoint
GRANT SELECT, INSERT ON attempts TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON machines, parts TO norther_app;
