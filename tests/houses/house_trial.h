// SPDX-License-Identifier: GPL-3.0-or-later
// What a house goes through: saved, read, exported, taken in, edited, gone back, merged, undone, and asked everything.
#pragma once

#include <cstdint>
#include <map>
#include <string>
#include <vector>

namespace sokudo::houses {

/// What many houses came to.
struct Tally {
    std::map<std::string, int> rows;        ///< by kind
    std::map<std::string, int> roles;       ///< devices by role
    std::map<std::string, int> verdicts;    ///< of links
    std::map<std::string, int> steps;       ///< edits, undone, versions, …
    std::map<int, int> statuses;            ///< of calls
    std::map<std::string, double> slowest;  ///< seconds, by verb
    std::vector<std::string> wrong;         ///< what does not hold, with how to see it again; empty: all does
    int houses = 0;
    void add(const Tally&);
};

struct TrialWish {
    std::uint64_t seed = 1;
    std::string source;       ///< the folder with Sokudo's data
    double mostSeconds = 20;  ///< that one call may take
    bool asksQuestions = true;
    bool says = false;  ///< each call before it is made, on standard error: to find one that ends the program
};

/// Makes house `number` and puts it through everything.
void tryHouse(int number, const TrialWish&, Tally&);

}  // namespace sokudo::houses
