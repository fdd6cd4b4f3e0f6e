-- Finding a motor by part of a word.
CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE INDEX motors_words ON motors USING gin (words gin_trgm_ops);--> statement-breakpoint
-- The application's role owns nothing. History cannot be changed by it.
GRANT USAGE ON SCHEMA public TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON shops, people, motors, windings, steps, holds TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON sessions, writes TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT ON events, readings, gate_passes TO norther_app;--> statement-breakpoint
-- Every event tells all server processes which motor of which shop changed.
CREATE FUNCTION tell_event() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('norther', json_build_object('shop', NEW.shop_id, 'motor', NEW.motor_id)::text);
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER events_tell AFTER INSERT ON events FOR EACH ROW EXECUTE FUNCTION tell_event();
