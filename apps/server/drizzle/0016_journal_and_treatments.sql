CREATE TABLE "treatments" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"typed" jsonb NOT NULL,
	"retired_at" timestamp (3) with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX "treatments_name" ON "treatments" USING btree ("shop_id",lower("name"));--> statement-breakpoint
CREATE INDEX "events_at" ON "events" USING btree ("shop_id","at","order");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON treatments TO norther_app;
