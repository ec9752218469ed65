// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/import_csv.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/measure/checks.h"
#include "core/measure/parse_result.h"

namespace sokudo::measure {
namespace {

constexpr std::array<std::string_view, 15> kKnown{"rate",    "rate_gbps", "rate_mbps", "rate_bps",  "time",
                                                  "from",    "to",        "kind",      "direction", "streams",
                                                  "seconds", "note",      "at",        "when",      "date"};
constexpr std::array<std::string_view, 4> kTimeColumns{"time", "at", "when", "date"};

class RecordReader {
public:
    RecordReader(const csv::Sheet& sheet, const csv::Record& record, const plan::Plan& plan)
        : m_sheet(sheet), m_record(record), m_plan(plan)
    {}

    Result<Trial> read(const ImportDefaults& defaults, IdSource& ids)
    {
        Trial trial;
        trial.id = ids.next<TrialId>();
        trial.origin = Origin::Imported;
        trial.at = defaults.at;
        trial.from = device("from", defaults.from);
        trial.to = device("to", defaults.to);
        readRate(trial);
        for (const std::string_view column : kTimeColumns) {
            const std::string when = cell(column);
            if (when.empty()) continue;
            if (const auto at = timeFromIso(when)) trial.at = *at;
            else
                complain(column,
                         text::say("import-csv.is-not-a-time", "“{}” is not a time; write 2026-11-25T21:04:05Z", when));
        }
        if (const std::string kind = text::lower(cell("kind")); !kind.empty()) {
            if (const auto known = trialKindFromCode(kind)) trial.kind = *known;
            else
                complain("kind", text::say("import-csv.is-no-known-kind",
                                           "“{}” is no known kind: write memory or file-copy", kind));
        }
        if (const std::string direction = text::lower(cell("direction")); !direction.empty()) {
            if (const auto known = directionFromCode(direction)) trial.direction = *known;
            else
                complain("direction", text::say("import-csv.is-none-of-forward",
                                                "“{}” is none of forward, reverse, both", direction));
        }
        if (const auto streams = number("streams")) {
            const auto whole = wholeOf(*streams, 1, 1024);
            if (!whole)
                complain("streams",
                         text::say("import-csv.streams-are-a-whole", "streams are a whole number from 1 up"));
            trial.streams = whole.value_or(1);
        }
        if (const auto seconds = number("seconds")) trial.duration = Duration::of(*seconds);
        trial.note = cell("note");
        for (const std::string& column : m_sheet.columns())
            if (std::find(kKnown.begin(), kKnown.end(), column) == kKnown.end() && !cell(column).empty())
                trial.conditions[column] = cell(column);
        if (const auto problem = problemOf(trial)) complain(problem->field, problem->what);
        if (m_error) return tl::unexpected(*m_error);
        return trial;
    }

private:
    std::string cell(std::string_view column) const { return text::trimmed(m_sheet.cell(m_record, column)); }
    void complain(std::string_view column, text::Sentence what)
    {
        if (!m_error)
            m_error = Error{ErrorCode::BadInput, std::move(what),
                            m_sheet.where(m_record) + fmt::format(", column {}", column)};
    }
    std::optional<double> number(std::string_view column)
    {
        if (cell(column).empty()) return std::nullopt;
        const auto value = text::parseNumber(cell(column));
        if (!value || *value < 0)
            complain(column, text::say("import-csv.is-not-a-number", "“{}” is not a number from 0 up", cell(column)));
        return value;
    }
    plan::DeviceId device(std::string_view column, plan::DeviceId fallback)
    {
        const std::string name = cell(column);
        if (name.empty()) {
            if (!fallback.isSet())
                complain(column,
                         text::say("import-csv.the-device-is-missing", "the device is missing; name one of the plan"));
            return fallback;
        }
        if (const plan::Device* found = plan::deviceNamed(m_plan, name)) return found->id;
        std::vector<std::string> names;
        for (const plan::Device& device : m_plan.devices) names.push_back(device.name);
        const std::string near = text::nearest(name, names);
        complain(column, text::say("import-csv.the-plan-has-no", "the plan has no device “{}”{}", name,
                                   near.empty() ? "" : "; did you mean " + near + "?"));
        return {};
    }
    void readRate(Trial& trial)
    {
        if (!cell("rate").empty()) {
            const auto parsed = parseResult(cell("rate"));
            if (parsed) trial.rate = parsed->rate;
            else complain("rate", parsed.error().what);
            return;
        }
        for (const auto& [column, factor] : {std::pair{"rate_gbps", 1e9}, {"rate_mbps", 1e6}, {"rate_bps", 1.0}})
            if (const auto value = number(column)) {
                const BitRate rate = BitRate::of(*value * factor);
                trial.rate = {rate, rate, rate};
                return;
            }
        complain("rate", text::say("import-csv.the-record-has-no", "the record has no rate"));
    }

    const csv::Sheet& m_sheet;
    const csv::Record& m_record;
    const plan::Plan& m_plan;
    std::optional<Error> m_error;
};

}  // namespace

Result<std::vector<Trial>> importCsv(std::string_view in, std::string name, const plan::Plan& plan,
                                     const ImportDefaults& defaults, IdSource& ids)
{
    const auto sheet = csv::parse(in, std::move(name));
    if (!sheet) return tl::unexpected(sheet.error());
    const bool hasRate = std::any_of(kKnown.begin(), kKnown.begin() + 4,
                                     [&](std::string_view column) { return sheet->hasColumn(column); });
    if (!hasRate)
        return failure(ErrorCode::BadInput,
                       text::say("import-csv.no-column-holds-the",
                                 "no column holds the result; name one rate (with its unit in each cell), rate_gbps, "
                                 "rate_mbps or rate_bps"),
                       sheet->name() + ":1");
    std::vector<Trial> trials;
    for (const csv::Record& record : sheet->records()) {
        auto trial = RecordReader(*sheet, record, plan).read(defaults, ids);
        if (!trial) return tl::unexpected(trial.error());
        trials.push_back(std::move(*trial));
    }
    return trials;
}

}  // namespace sokudo::measure
