-- How a site looked when it was last looked at, for the list of sites: a JPEG of our own making, and the revision it shows.
create table still (
    site_id     uuid primary key references site (id) on delete cascade,
    revision    integer     not null,
    picture     bytea       not null,
    taken_at    timestamptz not null
);
