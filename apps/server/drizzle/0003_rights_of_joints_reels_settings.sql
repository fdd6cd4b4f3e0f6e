-- A joint's marks are history: added to, never changed.
GRANT SELECT, INSERT ON joint_marks TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON reels TO norther_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON shop_settings TO norther_app;
