// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <iterator>

#include "core/base/text.h"
#include "core/expect/survey_stages.h"
#include "core/kb/port_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {
namespace {

bool isWifi(const kb::KnowledgeBase& kb, const plan::Run& run)
{
    const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
    return medium && medium->kind == kb::MediumKind::Radio && run.medium != "radio-60";
}

/// One radio hop with what the rows ask about it.
struct Air {
    const plan::Run* run = nullptr;
    const plan::Device* point = nullptr;  ///< the access point
    int stations = 0;                     ///< devices on its radio that are no access points
    bool isMesh = false;                  ///< both ends are access points
    std::optional<BitRate> wire;          ///< its fastest wired link
    Band radio;                           ///< of this hop, alone
};

class AirView {
public:
    AirView(const SurveyedPath& path, const Paths& paths) : m_path(path), m_paths(paths) {}

    Air of(const plan::Run& run, const plan::Device& point, const plan::Route& way) const
    {
        Air result{&run, &point};
        for (const plan::Run& other : m_path.plan.runs) {
            const plan::Device* far = farEnd(other, point);
            if (!far) continue;
            if (!isWifi(m_path.kb, other)) continue;
            if (far->role == plan::Role::AccessPoint) result.isMesh = result.isMesh || other.id == run.id;
            else ++result.stations;
        }
        // The wire that this path takes on from the access point.
        for (const plan::Hop& hop : way) {
            const plan::Run* wired = m_path.plan.runs.find(hop.link.id());
            if (!wired || isWifi(m_path.kb, *wired) || !farEnd(*wired, point)) continue;
            if (const match::LinkReport* report = m_paths.report(hop.link); report && report->rate)
                result.wire = std::max(result.wire.value_or(BitRate{}), *report->rate);
        }
        return result;
    }

private:
    const plan::Device* farEnd(const plan::Run& run, const plan::Device& device) const
    {
        const plan::Device* a = plan::deviceOf(m_path.plan, run.a);
        const plan::Device* b = plan::deviceOf(m_path.plan, run.b);
        return a == &device ? b : b == &device ? a : nullptr;
    }
    const SurveyedPath& m_path;
    const Paths& m_paths;
};

bool hasWalls(const Air& air) { return air.run->traits.has("walls") && !air.run->traits.is("walls", "none"); }
bool isThick(const Air& air) { return air.run->traits.is("walls", "two") || air.run->traits.is("walls", "floor"); }
std::optional<int> widthOf(const Air& air) { return air.run->traits.count("width-mhz"); }

/// When a row of air_notes.csv is worth saying.
struct Condition {
    std::string_view row;
    bool (*holds)(const Air&, double limit);
};
constexpr Condition kConditions[] = {
    {"stations", [](const Air& air, double limit) { return !air.isMesh && air.stations >= limit; }},
    {"crowd", [](const Air& air, double limit) { return air.stations > limit; }},
    {"wire-holds",
     [](const Air& air, double limit) { return air.wire && air.radio.high.in() > limit * air.wire->in(); }},
    {"wire-ample",
     [](const Air& air, double limit) {
         return air.wire && *air.wire > gigabits(2.5) && air.wire->in() > limit * air.radio.high.in();
     }},
    {"six-wall", [](const Air& air, double) { return hasWalls(air) && air.run->traits.is("band-ghz", "6"); }},
    {"walls", [](const Air& air, double) { return isThick(air); }},
    {"wide-crowd", [](const Air& air, double limit) { return widthOf(air).value_or(0) >= limit && air.stations > 2; }},
    {"narrow",
     [](const Air& air, double limit) {
         return widthOf(air).value_or(1000) <= limit && !air.run->traits.is("band-ghz", "2.4");
     }},
    {"mesh", [](const Air& air, double) { return air.isMesh; }},
};

bool holds(const kb::AirNote& row, const Air& air)
{
    const auto known = std::find_if(std::begin(kConditions), std::end(kConditions),
                                    [&](const Condition& one) { return one.row == row.id; });
    return known != std::end(kConditions) && known->holds(air, row.limit);
}

}  // namespace

const plan::Device* accessPointOf(const plan::Plan& plan, const kb::KnowledgeBase& kb, const plan::Run& run)
{
    if (!isWifi(kb, run)) return nullptr;
    const plan::Device* a = plan::deviceOf(plan, run.a);
    const plan::Device* b = plan::deviceOf(plan, run.b);
    return b && b->role == plan::Role::AccessPoint && !(a && a->role == plan::Role::AccessPoint) ? b : a;
}

std::vector<text::Sentence> airNotes(const SurveyedPath& path, const Paths& paths, const std::vector<Stage>& stages,
                                     const plan::Route& way)
{
    std::vector<text::Sentence> result;
    const AirView view(path, paths);
    for (const Stage& stage : stages) {
        const plan::Run* run = path.plan.runs.find(stage.run);
        const plan::Device* point = run ? accessPointOf(path.plan, path.kb, *run) : nullptr;
        if (!point) continue;
        Air air = view.of(*run, *point, way);
        air.radio = stage.carries;
        for (const kb::AirNote& row : path.kb.all<kb::AirNote>())
            if (holds(row, air))
                result.push_back(text::render(
                    row.text, {{"ap", point->name},
                               {"stations", static_cast<double>(air.stations)},
                               {"each", text::rate(scaled(stage.carries.typical, 1.0 / std::max(1, air.stations)), 3)},
                               {"wire", text::linkRate(air.wire.value_or(BitRate{}))},
                               {"radio", text::rate(air.radio.high, 3)},
                               {"width", static_cast<double>(run->traits.count("width-mhz").value_or(0))}}));
    }
    return result;
}

}  // namespace sokudo::expect
