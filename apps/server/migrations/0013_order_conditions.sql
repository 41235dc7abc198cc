ALTER TABLE "joint" ALTER COLUMN "seam_order" SET DEFAULT '{"aim":"balance","people":1,"hold":"tacks","passes":null,"travelMmPerS":null,"interpassC":null,"colourWithinMm":null,"outOfReach":[],"turns":true,"left":[],"fixed":[],"bars":[],"watched":null,"plan":null}'::jsonb;
--> statement-breakpoint
UPDATE "joint" SET "seam_order" = '{"colourWithinMm":null,"outOfReach":[],"turns":true,"left":[],"fixed":[]}'::jsonb || "seam_order";
