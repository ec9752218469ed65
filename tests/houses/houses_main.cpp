// SPDX-License-Identifier: GPL-3.0-or-later
// The long run: sokudo-houses N [SEED [FIRST]] puts N houses through everything, on all cores.
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <thread>

#include <fmt/format.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/base/text.h"
#include "house_trial.h"

using namespace sokudo;
using namespace sokudo::houses;

namespace {

std::string line(const std::map<std::string, int>& counts)
{
    std::vector<std::string> words;
    for (const auto& [name, count] : counts) words.push_back(fmt::format("{} {}", name, count));
    return text::joined(words, ", ");
}

void show(const Tally& tally, double seconds)
{
    fmt::print("{} houses in {:.0f} s\n  rows: {}\n  roles: {}\n  links: {}\n  steps: {}\n", tally.houses, seconds,
               line(tally.rows), line(tally.roles), line(tally.verdicts), line(tally.steps));
    fmt::print("  calls by status:");
    for (const auto& [status, count] : tally.statuses) fmt::print(" {} of {}", count, status);
    std::multimap<double, std::string, std::greater<>> slowest;
    for (const auto& [verb, took] : tally.slowest) slowest.emplace(took, verb);
    fmt::print("\n  slowest:");
    int shown = 0;
    for (const auto& [took, verb] : slowest)
        if (shown++ < 6) fmt::print(" {} {:.2f} s", verb, took);
    fmt::print("\n");
    for (const std::string& one : tally.wrong) fmt::print("WRONG {}\n", one);
}

/// Houses first, first + step, … in this process; its exit status says whether all held.
int work(int first, int count, int step, const TrialWish& wish, const std::string& label)
{
    const auto start = std::chrono::steady_clock::now();
    Tally tally;
    for (int i = first; i < first + count; i += step) {
        if (wish.says) fmt::print(stderr, "house {}\n", i);
        tryHouse(i, wish, tally);
    }
    fmt::print("{}", label);
    show(tally, std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count());
    std::fflush(stdout);
    return tally.wrong.empty() ? 0 : 1;
}

}  // namespace

int main(int argc, char** argv)
{
    if (argc < 2) {
        std::fprintf(stderr, "sokudo-houses N [SEED [FIRST]]\n");
        return 2;
    }
    TrialWish wish;
    const int count = std::atoi(argv[1]);
    wish.seed = argc > 2 ? std::strtoull(argv[2], nullptr, 10) : 1;
    const int first = argc > 3 ? std::atoi(argv[3]) : 1;
    const char* source = std::getenv("SOKUDO_SOURCE");
    wish.source = std::string(source ? source : ".") + "/data";
    wish.says = std::getenv("SOKUDO_SAY") != nullptr;
    wish.asksQuestions = std::getenv("SOKUDO_DO_NOT_ASK") == nullptr;
    const int cores = wish.says ? 1 : static_cast<int>(std::max(1U, std::thread::hardware_concurrency()));
    int status = 0;
    for (int i = 0; i < cores; ++i)
        if (::fork() == 0) std::exit(work(first + i, count - i, cores, wish, fmt::format("core {}: ", i + 1)));
    for (int i = 0; i < cores; ++i) {
        int ended = 0;
        ::wait(&ended);
        if (!WIFEXITED(ended))
            std::printf("WRONG a process ended by signal %d: SOKUDO_SAY=1 shows where\n", WTERMSIG(ended));
        if (!WIFEXITED(ended) || WEXITSTATUS(ended) != 0) status = 1;
    }
    return status;
}
