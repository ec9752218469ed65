// SPDX-License-Identifier: GPL-3.0-or-later
// Prints how long the port moves of 96 ports take, with the first free port that fits beside them.
#include <cstdio>
#include <random>
#include <set>

#include "clock.h"
#include "core/cutover/moves.h"

using namespace sokudo;
using bench::Clock;

namespace {

/// 96 leads, 96 ports of four kinds, four bonds; a lead goes into half of the kinds.
cutover::MoveModel large(unsigned seed)
{
    std::mt19937 chance(seed);
    const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
    cutover::MoveModel model;
    model.leads = model.ports = 96;
    for (int p = 0; p < 96; ++p) model.blocks.push_back(p / 24);
    for (std::size_t l = 0; l < 96; ++l) {
        std::set<int> kinds{static_cast<int>(l / 24)};
        while (kinds.size() < 2) kinds.insert(roll(0, 3));
        for (std::size_t p = 0; p < 96; ++p) {
            if (!kinds.count(model.blocks[p])) continue;
            cutover::MoveChoice one;
            one.lead = l;
            one.port = p;
            one.needsLead = roll(0, 9) == 0;
            one.needsModule = model.blocks[p] != static_cast<int>(l / 24);
            one.isRenumbered = l != p;
            model.choices.push_back(one);
        }
    }
    model.groups = {{0, 1}, {30, 31}, {50, 51, 52, 53}, {90, 91}};
    return model;
}

/// Each lead into the cheapest port that is left.
std::optional<cutover::MoveCount> byHand(const cutover::MoveModel& model)
{
    cutover::MoveCount count;
    std::set<std::size_t> taken;
    for (std::size_t lead = 0; lead < model.leads; ++lead) {
        const cutover::MoveChoice* best = nullptr;
        const auto cost = [](const cutover::MoveChoice& one) {
            return std::tuple(one.needsLead, one.needsModule, one.isRenumbered);
        };
        for (const cutover::MoveChoice& one : model.choices)
            if (one.lead == lead && !taken.count(one.port) && (!best || cost(one) < cost(*best))) best = &one;
        if (!best) return std::nullopt;
        taken.insert(best->port);
        count.leads += best->needsLead;
        count.modules += best->needsModule;
        count.renumbered += best->isRenumbered;
    }
    return count;
}

}  // namespace

int main()
{
    for (unsigned seed = 1; seed <= 3; ++seed) {
        const cutover::MoveModel model = large(seed);
        const Clock exact;
        const auto found = cutover::assignMoves(model, buy::builtInSolver());
        const double took = exact.milliseconds();
        if (!found) {
            std::printf("seed %u: %s\n", seed, found.error().message().c_str());
            continue;
        }
        const Clock hand;
        const auto guess = byHand(model);
        const double quick = hand.milliseconds();
        std::printf("96 ports, %zu choices: exact in %.0f ms (%d leads, %d modules, %d renumbered); by hand in %.1f ms",
                    model.choices.size(), took, found->count.leads, found->count.modules, found->count.renumbered,
                    quick);
        if (guess)
            std::printf(" (%d, %d, %d): %.0f times as long\n", guess->leads, guess->modules, guess->renumbered,
                        took / quick);
        else std::printf(": no port is left for one of them\n");
    }
    return 0;
}
