ALTER TABLE "cause_said" ALTER COLUMN "holds" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "cause_said" ADD COLUMN "by_table" double precision;