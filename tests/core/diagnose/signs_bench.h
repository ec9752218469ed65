// SPDX-License-Identifier: GPL-3.0-or-later
// Two hosts and what was measured, read and answered of them: what the program makes of it.
#pragma once

#include "core/diagnose/inquiry.h"
#include "plan_builder.h"

namespace sokudo::testing {

using namespace sokudo::diagnose;
using namespace sokudo::measure;

struct SignsBench {
    PlanBuilder built = twoHosts();
    std::vector<Trial> trials;
    std::map<plan::DeviceId, HostSnapshot> hosts;
    std::vector<logbook::Entry> entries;
    UserAnswers told;

    Trial& add(double gbps, int streams = 1, Direction direction = Direction::Forward,
               TrialKind kind = TrialKind::Memory)
    {
        Trial trial;
        trial.id = {static_cast<std::int64_t>(trials.size() + 1)};
        trial.at = *timeFromIso("2026-11-25T20:00:00Z") + std::chrono::minutes(static_cast<int>(trials.size()));
        trial.from = built.deviceId("left");
        trial.to = built.deviceId("right");
        trial.rate = {gigabits(gbps), gigabits(gbps), gigabits(gbps)};
        trial.streams = streams;
        trial.direction = direction;
        trial.kind = kind;
        trial.origin = Origin::Measured;
        trial.duration = Duration::of(10);
        trials.push_back(trial);
        return trials.back();
    }
    Inquiry ask() const
    {
        return inquire(built.plan(), knowledge(), analyse(built.plan(), knowledge()), trials.back(),
                       {trials, entries, hosts, told});
    }
    void read(const HostSnapshot& host, std::initializer_list<const char*> ends)
    {
        for (const char* end : ends) hosts[built.deviceId(end)] = host;
    }
    void changeAt(std::chrono::minutes before)
    {
        logbook::Entry entry;
        entry.id = {99};
        entry.at = trials.back().at - before;
        entry.kind = logbook::EntryKind::Change;
        entry.text = "another lead";
        entry.touched = {{plan::Subject{"run", built.plan().runs.begin()->id.value}, logbook::Touch::Changed}};
        entries.push_back(std::move(entry));
    }
    /// 1 present, 0 absent, -1 not known.
    int flag(const char* id) const
    {
        const auto evidence = ask().diagnosis.evidence;
        const auto at = evidence.find(id);
        return at == evidence.end() ? -1 : at->second.present ? 1 : 0;
    }
};

inline InterfaceReading interface(double gbps)
{
    InterfaceReading result;
    result.name = "eth0";
    result.carrier = Reading<bool>::of(true);
    result.speed = Reading<BitRate>::of(gigabits(gbps));
    result.duplex = "full";
    return result;
}

}  // namespace sokudo::testing
