// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/labels.h"

#include <algorithm>
#include <map>

#include "core/base/text.h"
#include "core/kb/port_rows.h"

namespace sokudo::survey {
namespace {

std::string endText(const plan::Plan& plan, plan::PortId port)
{
    return port.isSet() ? plan::portText(plan, port) : std::string("not traced");
}

/// "q2" before "q10".
bool isBefore(const std::string& a, const std::string& b)
{
    std::size_t i = 0, j = 0;
    const auto isDigit = [](char c) { return c >= '0' && c <= '9'; };
    while (i < a.size() && j < b.size()) {
        if (isDigit(a[i]) && isDigit(b[j])) {
            std::size_t from = i, also = j;
            while (i < a.size() && isDigit(a[i])) ++i;
            while (j < b.size() && isDigit(b[j])) ++j;
            const std::string x = a.substr(from, i - from), y = b.substr(also, j - also);
            if (x.size() != y.size()) return x.size() < y.size();
            if (x != y) return x < y;
            continue;
        }
        if (a[i] != b[j]) return a[i] < b[j];
        ++i;
        ++j;
    }
    return a.size() - i < b.size() - j;
}

/// Where a port leads, through jacks and panels, as the record says.
std::string farEnd(const plan::Plan& plan, plan::PortId port)
{
    const auto runs = plan::runsAt(plan, port);
    if (runs.empty()) return {};
    std::vector<std::string> ends;
    for (const plan::Run* run : runs) ends.push_back(endText(plan, run->a == port ? run->b : run->a));
    return text::joined(ends, " · ");
}

}  // namespace

std::vector<Label> cableLabels(const plan::Plan& plan, const kb::KnowledgeBase& kb,
                               const std::vector<plan::RunId>& only)
{
    std::vector<const plan::Run*> runs;
    for (const plan::Run& run : plan.runs)
        if (only.empty() || std::find(only.begin(), only.end(), run.id) != only.end()) runs.push_back(&run);
    std::stable_sort(runs.begin(), runs.end(), [](const plan::Run* a, const plan::Run* b) {
        if (a->label.empty() != b->label.empty()) return b->label.empty();
        return isBefore(a->label, b->label);
    });
    std::vector<Label> labels;
    for (const plan::Run* run : runs) {
        const std::string a = endText(plan, run->a), b = endText(plan, run->b);
        const auto* medium = kb.find<kb::Medium>(run->medium);
        std::string small = medium ? medium->name : run->medium;
        if (run->length) small += (small.empty() ? "" : " ") + text::length(*run->length);
        labels.push_back({run->label.empty() ? a : run->label, a + " → " + b, small});
        labels.push_back({run->label.empty() ? b : run->label, b + " → " + a, small});
    }
    return labels;
}

std::vector<Strip> panelStrips(const plan::Plan& plan)
{
    std::vector<Strip> strips;
    for (const plan::Device& device : plan.devices) {
        if (device.role != plan::Role::Panel && device.role != plan::Role::Jack) continue;
        Strip strip{device.name, {}};
        for (const plan::Port* port : plan::portsOf(plan, device.id))
            strip.ports.push_back({port->name, farEnd(plan, port->id), {}});
        if (!strip.ports.empty()) strips.push_back(std::move(strip));
    }
    return strips;
}

std::vector<Strip> portRateStrips(const plan::Plan& plan, const std::vector<std::pair<plan::PortId, BitRate>>& rates)
{
    const std::map<plan::PortId, BitRate> known(rates.begin(), rates.end());
    std::vector<Strip> strips;
    for (const plan::Device& device : plan.devices) {
        if (plan::isPassive(device.role)) continue;
        Strip strip{device.name, {}};
        for (const plan::Port* port : plan::portsOf(plan, device.id))
            if (const auto rate = known.find(port->id); rate != known.end())
                strip.ports.push_back({port->name, text::linkRate(rate->second), farEnd(plan, port->id)});
        if (!strip.ports.empty()) strips.push_back(std::move(strip));
    }
    return strips;
}

const std::vector<Sheet>& sheets()
{
    static const std::vector<Sheet> kAll{
        {"A4, 24 labels of 70 × 37 mm", 210, 297, 3, 8, 0, 0.5, 70, 37, 70, 37},
        {"A4, 65 labels of 38.1 × 21.2 mm", 210, 297, 5, 13, 4.75, 10.7, 38.1, 21.2, 40.6, 21.2},
        {"A4, 189 labels of 25.4 × 10 mm", 210, 297, 7, 27, 9.5, 13.5, 25.4, 10, 27.6, 10},
        {"Letter, 30 labels of 66.7 × 25.4 mm", 215.9, 279.4, 3, 10, 4.8, 12.7, 66.7, 25.4, 69.8, 25.4},
        {"Letter, 80 labels of 44.5 × 12.7 mm", 215.9, 279.4, 4, 20, 7.6, 12.7, 44.5, 12.7, 52.1, 12.7},
    };
    return kAll;
}

}  // namespace sokudo::survey
