-- Files are compressed already where it helps; trying it again took longer than all else of a large import.
alter table asset alter column content set storage external;
