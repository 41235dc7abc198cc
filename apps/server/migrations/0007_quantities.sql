-- A quantity is one value: what it is, and how it was typed. A thing has one name.
ALTER TABLE "job"
  ALTER COLUMN "temperature_text" DROP DEFAULT,
  ALTER COLUMN "temperature_text" TYPE jsonb USING jsonb_build_array(
    jsonb_build_object('value', service -> 'temperatureC' -> 0, 'typed', temperature_text -> 0),
    jsonb_build_object('value', service -> 'temperatureC' -> 1, 'typed', temperature_text -> 1)),
  ALTER COLUMN "service" TYPE jsonb USING service - 'temperatureC',
  ALTER COLUMN "temperature_text" SET DEFAULT '[{"value":null,"typed":""},{"value":null,"typed":""}]'::jsonb;--> statement-breakpoint
ALTER TABLE "job" RENAME COLUMN "temperature_text" TO "temperatures_c";--> statement-breakpoint
ALTER TABLE "piece"
  ALTER COLUMN "thickness_mm" TYPE jsonb USING jsonb_build_object('value', thickness_mm, 'typed', thickness_text),
  ALTER COLUMN "outside_mm" TYPE jsonb USING jsonb_build_object('value', outside_mm, 'typed', outside_text),
  ALTER COLUMN "thickness_mm" SET DEFAULT '{"value":null,"typed":""}'::jsonb,
  ALTER COLUMN "outside_mm" SET DEFAULT '{"value":null,"typed":""}'::jsonb,
  ALTER COLUMN "thickness_mm" SET NOT NULL,
  ALTER COLUMN "outside_mm" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" RENAME COLUMN "family" TO "item_family";--> statement-breakpoint
ALTER TABLE "rod_stock" RENAME COLUMN "on_shelf" TO "in_stock";--> statement-breakpoint
ALTER TABLE "piece" DROP COLUMN "thickness_text", DROP COLUMN "outside_text";--> statement-breakpoint
ALTER TABLE "rod_stock"
  ALTER COLUMN "diameter_mm" TYPE jsonb USING jsonb_build_object('value', diameter_mm, 'typed', ''),
  ALTER COLUMN "diameter_mm" SET DEFAULT '{"value":null,"typed":""}'::jsonb,
  ALTER COLUMN "diameter_mm" SET NOT NULL;--> statement-breakpoint
UPDATE "workshop" SET gases = (
  SELECT jsonb_agg(gas - 'flowText' || jsonb_build_object('flowLpm',
    jsonb_build_object('value', gas -> 'flowLpm', 'typed', gas -> 'flowText')) ORDER BY place)
  FROM jsonb_array_elements(gases) WITH ORDINALITY AS listed(gas, place))
WHERE jsonb_array_length(gases) > 0;
