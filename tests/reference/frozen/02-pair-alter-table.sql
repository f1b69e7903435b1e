-- exercise: who-collected-what
-- right
-- why: everything is added by ALTER TABLE afterwards; names from the glossary
create table crew (
  member_code character(3),
  trip int,
  duty text
);
alter table crew add constraint crew_trip foreign key (trip) references trip;
alter table crew add constraint crew_member foreign key (member_code) references collector (code);
alter table crew alter column duty set not null;
alter table crew add primary key (member_code, trip);
