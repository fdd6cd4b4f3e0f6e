CREATE TABLE "series_batches" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"line" text NOT NULL,
	"customer" text NOT NULL,
	"product" text NOT NULL,
	"planned" integer NOT NULL,
	"promised_at" timestamp (3) with time zone,
	"quiet_run" integer NOT NULL,
	"school" text NOT NULL,
	"limits_typed" jsonb NOT NULL,
	"limits" jsonb NOT NULL,
	"instrument_id" uuid,
	"heard_up_to" bigint DEFAULT 0 NOT NULL,
	"closed_at" timestamp (3) with time zone,
	"created_at" timestamp (3) with time zone NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "series_records" (
	"batch_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"order" bigint DEFAULT nextval('happened') NOT NULL,
	"serial" integer NOT NULL,
	"station" text NOT NULL,
	"attempt" integer NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL,
	"source" text NOT NULL,
	"hand" text DEFAULT '' NOT NULL,
	"program" text DEFAULT '' NOT NULL,
	"values" jsonb NOT NULL,
	"verdict" text NOT NULL,
	"words" text NOT NULL,
	"lots" jsonb NOT NULL,
	"same_as" text,
	CONSTRAINT "series_records_batch_id_order_pk" PRIMARY KEY("batch_id","order")
);
--> statement-breakpoint
CREATE TABLE "series_signals" (
	"batch_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"figure" text NOT NULL,
	"order" bigint NOT NULL,
	"rule" text NOT NULL,
	"serial" integer NOT NULL,
	CONSTRAINT "series_signals_batch_id_figure_order_rule_pk" PRIMARY KEY("batch_id","figure","order","rule")
);
--> statement-breakpoint
CREATE TABLE "series_stations" (
	"batch_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"station" text NOT NULL,
	"counters" jsonb NOT NULL,
	"lots" jsonb NOT NULL,
	CONSTRAINT "series_stations_batch_id_station_pk" PRIMARY KEY("batch_id","station")
);
--> statement-breakpoint
CREATE TABLE "series_stops" (
	"id" uuid PRIMARY KEY NOT NULL,
	"batch_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"station" text,
	"lot" text,
	"why" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"by" text NOT NULL,
	"last_taken" boolean DEFAULT false NOT NULL,
	"released_at" timestamp (3) with time zone,
	"released_by" text,
	"released_why" text
);
--> statement-breakpoint
CREATE TABLE "series_units" (
	"batch_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"serial" integer NOT NULL,
	"unit" jsonb NOT NULL,
	"state" text NOT NULL,
	"tries" jsonb NOT NULL,
	"held" text,
	"held_by" uuid,
	CONSTRAINT "series_units_batch_id_serial_pk" PRIMARY KEY("batch_id","serial")
);
--> statement-breakpoint
CREATE TABLE "series_values" (
	"batch_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"figure" text NOT NULL,
	"order" bigint NOT NULL,
	"serial" integer NOT NULL,
	"value" double precision NOT NULL,
	"first" boolean NOT NULL,
	CONSTRAINT "series_values_batch_id_figure_order_pk" PRIMARY KEY("batch_id","figure","order")
);
--> statement-breakpoint
CREATE TABLE "series_watches" (
	"batch_id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"figure" text NOT NULL,
	"state" jsonb NOT NULL,
	CONSTRAINT "series_watches_batch_id_figure_pk" PRIMARY KEY("batch_id","figure")
);
--> statement-breakpoint
ALTER TABLE "series_records" ADD CONSTRAINT "series_records_batch_id_series_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."series_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_signals" ADD CONSTRAINT "series_signals_batch_id_series_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."series_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_stations" ADD CONSTRAINT "series_stations_batch_id_series_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."series_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_stops" ADD CONSTRAINT "series_stops_batch_id_series_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."series_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_units" ADD CONSTRAINT "series_units_batch_id_series_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."series_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_values" ADD CONSTRAINT "series_values_batch_id_series_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."series_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_watches" ADD CONSTRAINT "series_watches_batch_id_series_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."series_batches"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "series_batches_name" ON "series_batches" USING btree ("shop_id",lower("name"));--> statement-breakpoint
CREATE INDEX "series_records_unit" ON "series_records" USING btree ("batch_id","serial","order");--> statement-breakpoint
CREATE INDEX "series_records_lots" ON "series_records" USING gin ("lots");--> statement-breakpoint
CREATE UNIQUE INDEX "series_records_same" ON "series_records" USING btree ("batch_id","same_as") WHERE "series_records"."same_as" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "series_stops_station" ON "series_stops" USING btree ("batch_id","station") WHERE "series_stops"."released_at" is null and "series_stops"."station" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "series_stops_lot" ON "series_stops" USING btree ("batch_id","lot") WHERE "series_stops"."released_at" is null and "series_stops"."lot" is not null;--> statement-breakpoint
CREATE INDEX "series_units_on" ON "series_units" USING btree ("batch_id","serial") WHERE "series_units"."state" = 'on';--> statement-breakpoint
CREATE INDEX "series_values_serial" ON "series_values" USING btree ("batch_id","figure","serial","value");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON series_batches, series_units, series_watches, series_stations, series_stops TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT ON series_records, series_values, series_signals TO norther_app;
