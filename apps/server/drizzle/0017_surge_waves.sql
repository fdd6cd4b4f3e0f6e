CREATE TABLE "recorded_waves" (
	"reading_id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"waves" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "wave_count" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "recorded_waves" ADD CONSTRAINT "recorded_waves_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT ON recorded_waves TO norther_app;
