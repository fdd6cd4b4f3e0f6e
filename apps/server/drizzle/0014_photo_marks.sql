ALTER TABLE "attachments" ADD COLUMN "marks" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
GRANT UPDATE ("marks") ON attachments TO norther_app;
