CREATE TABLE "criteria_sets" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"typed" jsonb NOT NULL,
	"retired_at" timestamp (3) with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX "criteria_sets_name" ON "criteria_sets" USING btree ("shop_id",lower("name"));--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON criteria_sets TO norther_app;
