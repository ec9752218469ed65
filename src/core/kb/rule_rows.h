// SPDX-License-Identifier: GPL-3.0-or-later
// The clauses of the rules, and what a device, a port or a run may state beside its fixed fields.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// One numbered clause: when it speaks, with which verdict and words. Its condition is code in core/match/rules.
struct RuleClause {
    std::string id;
    Verdict verdict = Verdict::Unknown;
    std::string when;  ///< the condition in words
    std::string text;  ///< sentence with `{names}`; empty where a table row says it
    std::string remedy;
    std::string caution;  ///< id in cautions.csv; empty: none
    Provenance from;
};

/// A kind of forward error correction, by the names that switches and cards print.
struct FecMode {
    std::string id, setting, name;  ///< `setting` is what a host is set to: none, base-r, rs, auto
    int strength = 0;
    std::vector<std::string> words;
    int blockBits = 0;  ///< one block must arrive before it can be corrected
    Provenance from;
};

/// What may slow one direction of a path and not the other.
struct Asymmetry {
    std::string id, when, suspect, look;
    Provenance from;
};

/// What to show beside work that can hurt someone.
struct Caution {
    std::string id, text;
    Provenance from;
};

enum class TraitOwner { Device, Port, Run, Place };
enum class TraitType {
    Flag,
    Choice,
    Count,
    Length,
    Decibel,
    Level,
    Watt,
    Volt,
    Ohm,
    Celsius,
    Frequency,
    Rate,
    Mass,
    Text
};

/// A kind of stated value.
struct TraitKind {
    std::string id;
    TraitOwner of = TraitOwner::Run;
    TraitType type = TraitType::Flag;
    std::string unit;
    std::optional<double> least, most;  ///< in `unit`
    std::vector<std::string> choices, media;
    std::string name, meaning;
    std::string question;  ///< id in trait_questions.csv
    std::string changes;   ///< what it would change, in one sentence
    /// No rule asks for it; the survey, the power bench and the build do.
    bool isOfSurvey() const { return media.size() == 1 && media.front() == "survey"; }
};

/// What the facts of one group answer.
struct TraitQuestion {
    std::string id, name;
    std::string why;  ///< why it matters and what it would change
    Provenance from;
};

/// "cl91", "fire-code", "rs": the mode a switch or card means by that word.
const FecMode* fecModeNamed(const KnowledgeBase&, std::string_view word);

}  // namespace sokudo::kb
