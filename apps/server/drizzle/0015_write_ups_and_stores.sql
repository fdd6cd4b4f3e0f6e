CREATE TABLE "instruments" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"typed" jsonb NOT NULL,
	"retired_at" timestamp (3) with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lot_moves" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"lot_id" uuid NOT NULL,
	"motor_id" uuid,
	"what" text NOT NULL,
	"amount" double precision NOT NULL,
	"value" text NOT NULL,
	"note" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL,
	"order" bigint DEFAULT nextval('happened') NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lots" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"supply_id" uuid NOT NULL,
	"lot" text NOT NULL,
	"expires_at" timestamp (3) with time zone,
	"received_at" timestamp (3) with time zone NOT NULL,
	"received_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "supplies" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"typed" jsonb NOT NULL,
	"retired_at" timestamp (3) with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "write_ups" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"motor_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"body" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"changed_at" timestamp (3) with time zone NOT NULL,
	"changed_by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "motors" ADD COLUMN "given_to" text;--> statement-breakpoint
ALTER TABLE "motors" ADD COLUMN "place" double precision;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "instrument" jsonb;--> statement-breakpoint
ALTER TABLE "lot_moves" ADD CONSTRAINT "lot_moves_lot_id_lots_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lots"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lot_moves" ADD CONSTRAINT "lot_moves_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lots" ADD CONSTRAINT "lots_supply_id_supplies_id_fk" FOREIGN KEY ("supply_id") REFERENCES "public"."supplies"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "write_ups" ADD CONSTRAINT "write_ups_motor_id_motors_id_fk" FOREIGN KEY ("motor_id") REFERENCES "public"."motors"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "instruments_name" ON "instruments" USING btree ("shop_id",lower("name"));--> statement-breakpoint
CREATE INDEX "lot_moves_lot" ON "lot_moves" USING btree ("lot_id");--> statement-breakpoint
CREATE INDEX "lot_moves_motor" ON "lot_moves" USING btree ("motor_id");--> statement-breakpoint
CREATE UNIQUE INDEX "lots_lot" ON "lots" USING btree ("supply_id",lower("lot"));--> statement-breakpoint
CREATE UNIQUE INDEX "supplies_name" ON "supplies" USING btree ("shop_id",lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "write_ups_kind" ON "write_ups" USING btree ("motor_id","kind");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON write_ups, supplies, lots, instruments TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT ON lot_moves TO norther_app;
