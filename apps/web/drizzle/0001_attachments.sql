CREATE TABLE "attachments" (
	"sheet_id" uuid NOT NULL,
	"name" text NOT NULL,
	"content" text NOT NULL,
	CONSTRAINT "attachments_sheet_id_name_pk" PRIMARY KEY("sheet_id","name")
);
--> statement-breakpoint
ALTER TABLE "attachments" ADD CONSTRAINT "attachments_sheet_id_sheets_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheets"("id") ON DELETE cascade ON UPDATE no action;