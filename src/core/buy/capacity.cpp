// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/capacity.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"
#include "core/survey/census.h"

namespace sokudo::buy {
namespace {

constexpr double kFullEnough = 0.8;                        ///< practice: fuller arrays slow down
constexpr double kSizes[] = {1, 2, 4, 8, 12, 16, 20, 24};  ///< TB, as disks are sold
constexpr int kMostDisks = 12;

double usableDisks(const kb::ArrayLevel& level, int disks)
{
    return std::max(0.0, level.keepsPerDisk * disks - level.keepsLess);
}

/// The fewest disks of a size that hold enough; nothing: more than a home case takes.
std::optional<ArrayChoice> fewest(const kb::ArrayLevel& level, DataSize each, DataSize needs)
{
    const int from = std::max(1, level.leastDisks);
    const int to = level.id == "single" ? 1 : level.id == "raid1" ? 3 : kMostDisks;
    const bool inPairs = level.keepsPerDisk == 0.5;
    for (int disks = from; disks <= to; ++disks) {
        if (inPairs && disks % 2 != 0) continue;
        const DataSize usable = DataSize::of(each.in() * usableDisks(level, disks));
        if (usable < needs) continue;
        const double survives = level.id == "raid0" || level.id == "single" ? 0
                                : inPairs                                   ? 1
                                : level.id == "raid1"                       ? disks - 1
                                                                            : level.keepsLess;
        return ArrayChoice{level.id, level.name, disks, each, usable, survives, false};
    }
    return std::nullopt;
}

std::string monthsText(double months)
{
    return months < 24 ? text::number(std::round(months), 3) + " months" : text::number(months / 12, 2) + " years";
}

}  // namespace

std::vector<StorageAnswer> storageAnswers(const plan::Plan& plan, int years, const kb::KnowledgeBase& kb)
{
    std::vector<StorageAnswer> all;
    for (const plan::Device& device : plan.devices)
        for (const plan::DiskGroup& group : device.disks) {
            const auto now = survey::capacityOf(group, kb);
            if (!now) continue;
            StorageAnswer answer{device.id, device.name + (group.name.empty() ? "" : ", " + group.name)};
            const double growth = group.growth ? group.growth->in() : 0;
            if (group.used) answer.fill = now->fill;
            if (growth > 0 && group.used) {
                answer.monthsToFour = now->monthsToFull;
                answer.monthsToFull = std::max(0.0, (now->usable.in() - now->used.in()) / growth);
            }
            answer.needs = DataSize::of((now->used.in() + growth * 12 * years) / kFullEnough);
            const std::string level = group.level.empty() ? "single" : group.level;
            for (const kb::ArrayLevel& row : kb.all<kb::ArrayLevel>())
                for (double size : kSizes)
                    if (auto choice = fewest(row, DataSize::of(size * 1e12), answer.needs);
                        choice && choice->disks <= 8) {
                        choice->isNow = row.id == level;
                        answer.choices.push_back(*choice);
                        break;
                    }
            if (!group.used)
                answer.sentence = text::say("capacity.no-use", "{}: how much is used is not stated", answer.name);
            else if (growth <= 0)
                answer.sentence = text::say("capacity.no-growth", "{}: {:.0f} % full; how fast it grows is not stated",
                                            answer.name, 100 * now->fill);
            else
                answer.sentence = text::say(
                    "capacity.full-in", "{}: {:.0f} % full, slow from four fifths on in {}, full in {}", answer.name,
                    100 * now->fill, monthsText(*answer.monthsToFour), monthsText(*answer.monthsToFull));
            all.push_back(std::move(answer));
        }
    return all;
}

}  // namespace sokudo::buy
