-- Which rows a connection may touch: those of the workshop it serves. The tables' owner sees all of them, to bring them up to
-- date; the program itself is served by a role that owns nothing.
CREATE FUNCTION served_workshop() RETURNS uuid LANGUAGE sql STABLE PARALLEL SAFE AS $$
  SELECT nullif(current_setting('variatum.workshop', true), '')::uuid
$$;
--> statement-breakpoint
ALTER TABLE "workshop" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "workshop" USING (id = served_workshop());
--> statement-breakpoint
ALTER TABLE "job" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "job" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "piece" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "piece" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "field_test" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "field_test" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "joint" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "joint" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "decision" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "decision" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "rod_stock" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "rod_stock" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "photo" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "photo" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "photo_file" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "photo_file" USING (workshop_id = served_workshop());
--> statement-breakpoint
-- Likeness of texts may not be asked of an index before the rows are known to be of the workshop; the owner may ask it, and
-- answers nothing else.
CREATE FUNCTION jobs_like(pattern text) RETURNS SETOF uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp ROWS 50 AS $$
  SELECT id FROM job WHERE (title || ' ' || item) ILIKE pattern AND workshop_id = served_workshop()
$$;
