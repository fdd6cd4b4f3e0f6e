CREATE TABLE "equipment" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"typed" jsonb NOT NULL,
	"retired_at" timestamp (3) with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "load_points" (
	"load_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"parts" jsonb NOT NULL,
	"air_c" double precision,
	CONSTRAINT "load_points_load_id_at_pk" PRIMARY KEY("load_id","at")
);
--> statement-breakpoint
CREATE TABLE "loads" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"equipment_id" uuid NOT NULL,
	"programme" jsonb NOT NULL,
	"parts" jsonb NOT NULL,
	"started_at" timestamp (3) with time zone NOT NULL,
	"started_by" text NOT NULL,
	"out_at" timestamp (3) with time zone,
	"out_by" text,
	"note" text DEFAULT '' NOT NULL,
	"tau" double precision,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "programmes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"typed" jsonb NOT NULL,
	"retired_at" timestamp (3) with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "load_points" ADD CONSTRAINT "load_points_load_id_loads_id_fk" FOREIGN KEY ("load_id") REFERENCES "public"."loads"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "loads" ADD CONSTRAINT "loads_equipment_id_equipment_id_fk" FOREIGN KEY ("equipment_id") REFERENCES "public"."equipment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "equipment_name" ON "equipment" USING btree ("shop_id",lower("name"));--> statement-breakpoint
CREATE INDEX "loads_equipment" ON "loads" USING btree ("equipment_id","started_at");--> statement-breakpoint
CREATE UNIQUE INDEX "loads_open" ON "loads" USING btree ("equipment_id") WHERE "loads"."out_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "programmes_name" ON "programmes" USING btree ("shop_id",lower("name"));--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON equipment, programmes, loads TO norther_app;--> statement-breakpoint
-- What was measured stays as it was measured.
GRANT SELECT, INSERT ON load_points TO norther_app;
