// SPDX-License-Identifier: GPL-3.0-or-later
// Jobs over evenings: with the people and hours there are, in their order, the critical path shown.
#pragma once

#include <array>
#include <chrono>
#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::jobs {

struct Worker {
    std::string name;
    std::array<double, 7> minutes{};  ///< free on each day of the week, Monday first
};
/// “ann mon 2h, wed 90min, sat 4h”. @error BadInput  no name, no day, hours below 0 or above 24
Result<Worker> workerOf(const std::string& line);

struct Task {
    std::string name;
    double minutes = 0;  ///< 0: done, takes no evening
    int people = 1;
    std::vector<std::size_t> after;
    bool isLocked = false;  ///< it and all that waits for it are not planned
};

struct Sitting {
    std::chrono::sys_days day;
    double from = 0, to = 0;       ///< minutes after the evening begins
    std::vector<std::size_t> who;  ///< workers
};
struct Planned {
    std::vector<Sitting> sittings;  ///< one, unless the job is longer than any evening; empty: not planned
};

struct Schedule {
    std::vector<Planned> tasks;         ///< as asked
    std::vector<std::size_t> critical;  ///< the chain that takes longest, in order
    double criticalMinutes = 0;
    std::vector<std::size_t> notPlanned;
    std::optional<std::chrono::sys_days> done;  ///< the last day of work; empty: nothing is planned
    int evenings = 0;
    text::Sentence sentence;
};

struct ScheduleQuestion {
    std::vector<Task> tasks;
    std::vector<Worker> workers;
    std::chrono::sys_days from;
};

/// The next job is the one with the longest chain behind it. Nobody does two things at once.
/// @error BadInput  nobody has time, a job that waits for itself (names both ends of the circle), a job for more people
/// than there are, minutes below 0, or work of more than two years
Result<Schedule> scheduleOf(const ScheduleQuestion&);

}  // namespace sokudo::jobs
