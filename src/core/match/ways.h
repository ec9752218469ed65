// SPDX-License-Identifier: GPL-3.0-or-later
// Other ways to make a link: every feasible medium and module set, each proved by running all the rules on it.
#pragma once

#include <span>
#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/kb/trade_rows.h"
#include "core/match/placing.h"

namespace sokudo::match {

/// "These two ports, 25 Gb/s, 18 m through a wall."
struct Wish {
    plan::PortId a, b;
    BitRate rate;
    Length length;
    bool throughWall = false;
    plan::Link existing;  ///< the link there now; no runs: none
};

/// The wish behind a link: the rate wanted, else what its ends could do together, else the most both offer; its length;
/// a wall where its ends stand in different rooms.
/// @error NotFound  the link has no second end, or its length was never measured; the sentence says how to fix it
Result<Wish> wishOf(const plan::Plan&, const plan::Link&, const kb::KnowledgeBase&);

struct Bought {
    std::string id;    ///< "module:10gbase-sr", "cable:om4:18000": equal parts are counted together
    std::string what;  ///< its name
    int count = 1;
    std::optional<double> price;  ///< of all of them; empty: not known
};

/// One way that passes: verdict fits or limited, at the rate wished for or above.
struct Way {
    std::string id;      ///< "om4:10gbase-sr:10gbase-sr"
    std::string title;   ///< "OM4, 18 m, 10GBASE-SR module at both ends"
    std::string brief;   ///< "OM4, 10GBASE-SR": for a list
    std::string medium;  ///< id in media.csv
    Verdict verdict = Verdict::Fits;
    BitRate rate;
    text::Sentence note;           ///< why it is only limited
    Length reaches;                ///< the longest cable of this kind with which every rule still passes
    std::optional<Decibel> light;  ///< left over of the loss allowance
    Watt watts;                    ///< modules, built-in ports and boxes of both ends
    Duration latency;              ///< one way, without switches
    std::optional<double> cost;    ///< of all that is bought; empty: some price is not known
    double minutes = 0;            ///< of work
    BitRate later;                 ///< what the cable carries over this length with other modules
    bool keepsCable = false;
    std::vector<Bought> buys;
    std::vector<text::Sentence> keeps;  ///< what is used again
    std::vector<text::Sentence> steps;  ///< what to do, in order
    std::vector<std::string> cautions;
    text::Sentence place;  ///< set by `rank`: what it does better or worse than the first
    plan::Plan after;      ///< the plan as proved
    plan::RunId result;    ///< a run of the link in it
};

/// A kind of medium that does not do, with the reason of its best try.
struct NoWay {
    std::string medium;
    text::Sentence why;
    Verdict verdict = Verdict::NoLink;
};

/// Two ways of thinking that the ways on offer stand for.
struct Ways {
    Wish wish;
    std::vector<Way> ways;
    std::vector<NoWay> noWays;
    std::vector<const kb::Practice*> practices;  ///< questions whose both answers are among the ways
    std::size_t tried = 0;
    std::optional<BitRate> most;  ///< the highest rate of a try that was only too slow
    std::optional<BitRate>
        asked;  ///< the rate first wished for, where nothing reached it and `wish` holds what can be had
};

/// Tries every cable that is sold with every pair of modules that can face each other, and boxes where a plug does not
/// go in.
/// @param ids  for the cable and the boxes that a way adds
Ways otherWays(const plan::Plan&, const Wish&, const kb::KnowledgeBase&, IdSource& ids);

/// The same; where nothing reaches the rate, the ways at the highest rate that can be had.
Ways nearestWays(const plan::Plan&, const Wish&, const kb::KnowledgeBase&, IdSource& ids);

enum class Preference { Cheapest, LeastWork, MostHeadroom, Coolest };
inline constexpr Preference kAllPreferences[] = {Preference::Cheapest, Preference::LeastWork, Preference::MostHeadroom,
                                                 Preference::Coolest};
std::string_view code(Preference);
std::string_view word(Preference);
std::optional<Preference> preferenceFromCode(std::string_view);
/// How the order comes about, in one sentence.
text::Sentence explains(Preference);
/// Best first, and `place` filled in.
void rank(std::vector<Way>&, Preference);

}  // namespace sokudo::match
