-- exercise: exchange-with-partner-gardens
-- right
-- why: bare tables in the wrong order first, every constraint by ALTER TABLE
CREATE TABLE dispatch_line (dispatch_no integer, accession_no varchar(9), seeds_sent smallint, price decimal(10,2));
CREATE TABLE dispatch (dispatch_no integer, garden_code varchar(4), left_on date);
CREATE TABLE accession (accession_no varchar(9), taxon_name varchar(100), trip_no integer);
CREATE TABLE trip (trip_no integer, set_out_on date);
CREATE TABLE partner_garden (code varchar(4), name varchar(100), address varchar(300), closed_on date);

ALTER TABLE partner_garden ADD CONSTRAINT pk_garden PRIMARY KEY (code);
ALTER TABLE partner_garden ALTER COLUMN name SET NOT NULL, ALTER COLUMN address SET NOT NULL;
ALTER TABLE trip ADD PRIMARY KEY (trip_no);
ALTER TABLE trip ALTER set_out_on SET NOT NULL;
ALTER TABLE accession ADD PRIMARY KEY (accession_no), ALTER COLUMN taxon_name SET NOT NULL;
ALTER TABLE accession ADD FOREIGN KEY (trip_no) REFERENCES trip;
ALTER TABLE dispatch ADD PRIMARY KEY (dispatch_no), ALTER garden_code SET NOT NULL, ALTER left_on SET NOT NULL;
ALTER TABLE dispatch ADD CONSTRAINT fk_garden FOREIGN KEY (garden_code) REFERENCES partner_garden (code) ON DELETE NO ACTION;
ALTER TABLE dispatch_line ADD CONSTRAINT pk_line PRIMARY KEY (dispatch_no, accession_no);
ALTER TABLE dispatch_line ALTER seeds_sent SET NOT NULL, ALTER price SET NOT NULL;
ALTER TABLE dispatch_line ADD FOREIGN KEY (dispatch_no) REFERENCES dispatch, ADD FOREIGN KEY (accession_no) REFERENCES accession;
