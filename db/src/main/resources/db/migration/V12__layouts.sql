-- What a layout says in each of its editions; an edition never changes, and what was issued names the one that it was issued with.
create table layout_edition (
    business_id int not null,
    layout_id uuid not null,
    edition int not null,
    look jsonb not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    primary key (business_id, layout_id, edition),
    foreign key (business_id, layout_id) references layout
);
create trigger layout_edition_is_final before update or delete on layout_edition for each statement execute function is_final();
alter table layout add edition int not null default 0;

-- What a paper of an edition looks like, made when it is first looked at.
create table layout_picture (
    business_id int not null,
    layout_id uuid not null,
    edition int not null,
    variant text not null,
    png bytea not null,
    primary key (business_id, layout_id, edition, variant),
    foreign key (business_id, layout_id) references layout
);

alter table billed_how add figures text, add days text;
alter table billed_how drop constraint billed_how_delivery_check;
alter table billed_how add constraint billed_how_delivery_check check (delivery in ('PDF', 'link', 'e-invoice', 'cross industry', 'hybrid', 'paper'));

alter table recurring_invoice drop constraint recurring_invoice_delivery_check;
alter table recurring_invoice add constraint recurring_invoice_delivery_check check (delivery in ('PDF', 'link', 'e-invoice', 'cross industry', 'hybrid', 'paper'));

-- A PDF by itself, and one that carries the e-invoice.
alter table document_pdf add form text not null default 'plain' check (form in ('plain', 'hybrid'));
alter table document_pdf drop constraint document_pdf_pkey, add primary key (business_id, document_id, form);
