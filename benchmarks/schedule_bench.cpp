// SPDX-License-Identifier: GPL-3.0-or-later
// 200 jobs over evenings, with four people and an order, beside putting them one after the other.
#include <chrono>
#include <cstdio>
#include <random>

#include "clock.h"
#include "core/jobs/schedule.h"

using namespace sokudo;
using bench::Clock;

namespace {

jobs::ScheduleQuestion large(unsigned seed)
{
    std::mt19937 chance(seed);
    const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
    jobs::ScheduleQuestion question;
    question.from = std::chrono::sys_days(std::chrono::year(2026) / 11 / 30);
    for (int i = 0; i < 4; ++i) {
        jobs::Worker one{"worker " + std::to_string(i), {}};
        for (double& minutes : one.minutes) minutes = 60 * roll(1, 4);
        question.workers.push_back(one);
    }
    for (int i = 0; i < 200; ++i) {
        jobs::Task task{"job " + std::to_string(i), static_cast<double>(roll(3, 120)), roll(0, 4) ? 1 : 2, {}, false};
        for (int k = roll(0, 3); k > 0 && i > 0; --k) task.after.push_back(static_cast<std::size_t>(roll(0, i - 1)));
        question.tasks.push_back(std::move(task));
    }
    return question;
}

/// One job after the other in their order, by one person.
int oneByOne(const jobs::ScheduleQuestion& question)
{
    double left = 0;
    for (const jobs::Task& task : question.tasks) left += task.minutes;
    int evenings = 0;
    for (std::size_t day = 0; left > 0; ++day, ++evenings) left -= question.workers.front().minutes[day % 7];
    return evenings;
}

}  // namespace

int main()
{
    for (unsigned seed = 1; seed <= 3; ++seed) {
        const jobs::ScheduleQuestion question = large(seed);
        const Clock clock;
        const auto made = jobs::scheduleOf(question);
        const double took = clock.milliseconds();
        if (!made) {
            std::printf("seed %u: %s\n", seed, made.error().message().c_str());
            continue;
        }
        const int alone = oneByOne(question);
        std::printf("200 jobs: %.1f ms, %d evenings with four people, %d one by one: %.1f times as many\n", took,
                    made->evenings, alone, static_cast<double>(alone) / made->evenings);
    }
    return 0;
}
