-- A site's name and its head; everything else of it stands in its revisions.
create table site (
    id          uuid primary key,
    head        integer     not null,
    created_at  timestamptz not null,
    deleted_at  timestamptz
);

-- Each revision holds the whole recipe. Undo and redo are revisions too: `state` names the edit whose recipe is shown.
create table revision (
    site_id     uuid        not null references site (id) on delete cascade,
    number      integer     not null,
    state       integer     not null,
    parent      integer,
    redo        integer,
    redo_after  integer,
    summary     text        not null,
    recipe      jsonb       not null,
    created_at  timestamptz not null,
    primary key (site_id, number)
);

-- Immutable large things by the SHA-256 of their content.
create table asset (
    hash        char(64) primary key,
    content     bytea       not null,
    created_at  timestamptz not null
);
