-- exercise: exchange-with-partner-gardens
-- wrong
-- why: tables without any constraint; what is permitted is permitted, nothing else is upheld
-- expect: r1 broken
-- expect: r3 broken
-- expect: r5 broken
-- expect: r6 broken
-- expect: r7 broken
-- expect: r8 broken
-- expect: r11 broken
-- expect: r12 broken
-- expect: r14 broken
-- expect: r15 broken
-- expect: r16 broken
-- expect: r19 broken
-- expect: r20 broken
-- expect: r23 broken
-- expect: r24 broken
-- expect: r25 broken
-- expect: r26 broken
-- expect: r27 broken
-- expect: r29 broken
-- expect: r30 broken
-- expect: r31 broken
CREATE TABLE partner_garden (code char(4), name varchar(80), address varchar(200), closed_on date);
CREATE TABLE trip (trip_no integer, set_out_on date);
CREATE TABLE accession (accession_no char(9), taxon_name varchar(80), trip_no integer);
CREATE TABLE dispatch (dispatch_no integer, garden_code char(4), left_on date);
CREATE TABLE dispatch_line (dispatch_no integer, accession_no char(9), seeds_sent integer, price numeric(6,2));
