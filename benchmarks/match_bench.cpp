// SPDX-License-Identifier: GPL-3.0-or-later
// Prints how long a whole lab takes to judge and how it grows.
#include <cstdio>

#include "clock.h"
#include "core/kb/load.h"
#include "core/match/link_book.h"
#include "core/plan/edits.h"
#include "lab.h"

using namespace sokudo;
using bench::bestMilliseconds;

namespace {

/// Best of some edits of one run's length.
double afterOneEdit(const plan::Plan& lab, const kb::KnowledgeBase& kb)
{
    match::LinkBook book(kb);
    auto plan = std::make_shared<const plan::Plan>(lab);
    book.update(plan);
    double best = 1e9;
    for (int i = 0; i < 20; ++i) {
        plan::Run run = *plan->runs.begin();
        run.length = Length::of(10 + i);
        plan = std::make_shared<const plan::Plan>(*plan::edits::putRun(*plan, run));
        const bench::Clock clock;
        book.update(plan);
        const auto reports = book.reports();
        best = std::min(best, clock.milliseconds());
        if (book.judged() != 1 || reports.size() != plan->runs.size())
            std::printf("the book judged %zu links\n", book.judged());
    }
    return best;
}

}  // namespace

int main()
{
    const auto kb = kb::load(kb::embeddedFiles());
    if (!kb) return 1;
    double small = 0;
    for (int links : {1000, 10000}) {
        const plan::Plan lab = bench::lab(links);
        std::size_t found = 0;
        const double whole = bestMilliseconds(7, [&] {
            auto reports = match::judgeAll(lab, *kb);
            found = reports.size();
            return reports;
        });
        std::printf("%5zu links judged whole: %.1f ms\n", found, whole);
        const double edited = afterOneEdit(lab, *kb);
        std::printf("%5zu links after one edit: %.3f ms, %.0f times quicker than whole\n", found, edited,
                    whole / edited);
        if (links == 1000) small = whole;
        else std::printf("growth from 1,000 to 10,000 links: %.2f times\n", whole / small);
    }
    return 0;
}
