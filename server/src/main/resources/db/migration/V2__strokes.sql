-- Strokes of brushes, once for all revisions of a site: a revision names those that it has by their hash. They go with their site.
create table stroke (
    site_id     uuid        not null references site (id) on delete cascade,
    hash        char(64)    not null,
    content     jsonb       not null,
    primary key (site_id, hash)
);
