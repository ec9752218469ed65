// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/formulas/acceptance.h"
#include "core/kb/own_rows.h"
#include "core/kb/port_rows.h"
#include "core/logbook/record.h"
#include "core/plan/edits.h"

namespace sokudo::cli {
namespace {

/// Takes the rows of a CSV file into the project, after the whole catalogue was built with them.
int addRows(const std::string& file, const std::string& table, const std::string& csv, Context& context)
{
    const auto content = textContent(csv);
    if (!content) return fail(content.error());
    const auto rows = kb::ownRowsFromCsv(context.shipped->files, table, *content, csv);
    if (!rows) return fail(rows.error());
    auto target = openToWrite(file, context);
    if (!target) return fail(target.error());
    IdSource ids(std::random_device{}());
    plan::Plan next = target->project.plan;
    for (const kb::OwnRow& row : *rows) {
        auto put = plan::edits::putCatalogueRow(next, {ids.next<plan::CatalogueRowId>(), row.table, row.cells});
        if (!put) return fail(put.error());
        next = std::move(*put);
    }
    if (const auto built = knowledgeOf(next, context.shipped->kb, context.shipped->files); !built)
        return fail(built.error());
    store::Changes changes;
    changes.before = &target->project.plan;
    changes.after = &next;
    changes.entries = {logbook::changeEntry(fmt::format("Add {} own rows to {}", rows->size(), table), now(), ids)};
    if (const auto done = saved(*target->file, changes); !done) return fail(done.error());
    if (context.json) print(Json{{"added", rows->size()}, {"table", table}});
    else print(fmt::format("{} rows added to {}", rows->size(), table));
    return kFine;
}

struct Options {
    std::string table, file, csv;
};

/// The project's own rows of the table that was asked for.
Result<std::vector<plan::CatalogueRow>> ownRows(const Options& given, Context& context)
{
    std::vector<plan::CatalogueRow> own;
    if (given.file.empty()) return own;
    const auto project = openProject(given.file, context);
    if (!project) return tl::unexpected(project.error());
    for (const plan::CatalogueRow& row : project->plan.catalogue)
        if (row.table == given.table) own.push_back(row);
    return own;
}

void printRows(const Options& given, const std::vector<plan::CatalogueRow>& own)
{
    if (own.empty()) print(fmt::format("{} has no rows of its own in {}", given.file, given.table));
    for (const plan::CatalogueRow& row : own) {
        std::string line;
        for (const auto& [column, cell] : row.cells) line += (line.empty() ? "" : ", ") + column + "=" + cell;
        print(line);
    }
}

Json tableJson(const Options& given, const csv::Sheet& sheet, const std::vector<plan::CatalogueRow>& own)
{
    Json result{{"table", given.table}, {"columns", sheet.columns()}, {"rows", Json::array()}, {"own", Json::array()}};
    for (const csv::Record& record : sheet.records()) {
        Json one = Json::object();
        for (const std::string& column : sheet.columns()) one[column] = sheet.cell(record, column);
        result["rows"].push_back(one);
    }
    for (const plan::CatalogueRow& row : own) result["own"].push_back(row.cells);
    return result;
}

int showTable(const Options& given, Context& context)
{
    const auto table = context.shipped->files.find(given.table + ".csv");
    if (table == context.shipped->files.end()) {
        std::vector<std::string> names;
        for (const auto& [name, content] : context.shipped->files)
            if (name.ends_with(".csv")) names.push_back(name.substr(0, name.size() - 4));
        return fail({ErrorCode::NotFound,
                     fmt::format("there is no table “{}”; there are {}", given.table, text::joined(names, ", ")), ""});
    }
    if (given.file.empty() && !context.json) {
        print(table->second);
        return kFine;
    }
    const auto own = ownRows(given, context);
    if (!own) return fail(own.error());
    if (!context.json) {
        printRows(given, *own);
        return kFine;
    }
    const auto sheet = csv::parse(table->second, table->first);
    if (!sheet) return fail(sheet.error());
    print(tableJson(given, *sheet, *own));
    return kFine;
}

}  // namespace

void addCatalogue(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("catalogue", "Print a table of facts, or add rows of your own to a project");
    auto given = std::make_shared<Options>();
    verb.option("TABLE", given->table, "modules, media, supplies, reach, optics, media_converters or any other table")
        .required();
    verb.option("--file", given->file, "the project whose own rows to show, or to add to");
    verb.option("--add", given->csv,
                "CSV file with named columns; a row with the same id replaces the shipped one; - reads standard input");
    verb.answer([given, &context] {
        if (!given->csv.empty()) {
            if (given->file.empty())
                return fail({ErrorCode::BadInput, "say which project takes the rows: --file PROJECT", ""});
            return addRows(given->file, given->table, given->csv, context);
        }
        return showTable(*given, context);
    });
}

void addLimits(Verbs& verbs, Context& context)
{
    struct Options {
        std::string medium;
        double megahertz = 100;
        bool permanent = false;
    };
    auto verb = verbs.add("limits", "What a certifier holds a twisted-pair link against at one frequency");
    auto given = std::make_shared<Options>();
    verb.option("CATEGORY", given->medium, "cat5e, cat6 or cat6a").required();
    verb.option("--at", given->megahertz, "frequency in MHz").positive();
    verb.flag("--permanent", given->permanent, "the permanent link instead of the channel");
    verb.answer([given, &context] {
        const kb::Medium* medium = context.kb.find<kb::Medium>(text::lower(given->medium));
        const auto part = given->permanent ? formulas::TestedPart::PermanentLink : formulas::TestedPart::Channel;
        const auto limits = formulas::acceptanceLimits(context.kb, medium ? medium->id : given->medium, part,
                                                       Frequency::of(given->megahertz));
        if (!limits.insertionLoss)
            return fail({ErrorCode::OutOfRange,
                         "limits are known for cat5e to 100, cat6 to 250 and cat6a to 500 MHz, from 1 MHz",
                         given->medium});
        const auto json = [](const std::optional<Decibel>& value) { return value ? Json(value->in()) : Json(nullptr); };
        if (context.json)
            print(Json{{"category", medium->id},
                       {"part", given->permanent ? "permanent link" : "channel"},
                       {"mhz", given->megahertz},
                       {"insertion_loss_db", json(limits.insertionLoss)},
                       {"next_db", json(limits.next)},
                       {"acrf_db", json(limits.acrf)},
                       {"return_loss_db", json(limits.returnLoss)},
                       {"source", context.kb.citation("tia-568.2")}});
        else
            print(fmt::format(
                "{} {} at {:g} MHz: insertion loss at most {}; NEXT at least {}, ACR-F {}, return loss {} [{}]",
                medium->name, given->permanent ? "permanent link" : "channel", given->megahertz,
                text::decibel(*limits.insertionLoss), text::decibel(*limits.next), text::decibel(*limits.acrf),
                text::decibel(*limits.returnLoss), context.kb.citation("tia-568.2")));
        return kFine;
    });
}

}  // namespace sokudo::cli
