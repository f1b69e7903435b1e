-- exercise: exchange-with-partner-gardens
-- right
-- why: quoted names with capitals, words of the student's own, text instead of char
CREATE TABLE "Recipient" (
  "Code" text CONSTRAINT "RecipientKey" PRIMARY KEY,
  "Name" text NOT NULL,
  "PostalAddress" text NOT NULL,
  "ClosedOn" date NULL
);
CREATE TABLE "CollectingTrip" (
  "TripNumber" bigint PRIMARY KEY,
  "SetOutOn" date NOT NULL
);
CREATE TABLE "Accession" (
  "AccessionNumber" text PRIMARY KEY,
  "Species" text NOT NULL,
  "TripNumber" bigint NULL REFERENCES "CollectingTrip" ("TripNumber")
);
CREATE TABLE "Shipment" (
  "ShipmentNumber" bigint PRIMARY KEY,
  "RecipientCode" text NOT NULL REFERENCES "Recipient" ("Code"),
  "ShippedOn" date NOT NULL
);
CREATE TABLE "ShipmentItem" (
  "ShipmentNumber" bigint REFERENCES "Shipment" ("ShipmentNumber"),
  "AccessionNumber" text REFERENCES "Accession" ("AccessionNumber"),
  "SeedCount" integer NOT NULL,
  "UnitPrice" numeric(9,2) NOT NULL,
  CONSTRAINT "ShipmentItemKey" PRIMARY KEY ("ShipmentNumber", "AccessionNumber")
);
