// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about terminating and testing: pins and colours, kinds of ends.
#pragma once

#include <string>

#include "core/kb/provenance.h"

namespace sokudo::kb {

/// A contact of an eight-position jack or plug.
struct Pin {
    std::string number;        ///< "1" to "8"
    std::string pair;          ///< "A+": the pair of 1000BASE-T and its leg
    std::string t568a, t568b;  ///< colours in words
    std::string use100M;       ///< sends, hears, idle
    Provenance from;
};

/// How an end was made, and how often such ends are at fault, beside each other.
struct EndKind {
    std::string id, name;
    double trouble = 0;
    std::string says;
    Provenance from;
};

/// How fast a pulse runs in a cable, as a share of the speed of light. What is printed on the jacket wins.
struct CableDelay {
    std::string medium;
    double low = 0, usual = 0, high = 0;
    Provenance from;
};

/// A kind of job with what it takes.
struct JobKind {
    std::string id, name;
    int people = 1;
    double low = 0, usual = 0, high = 0;  ///< minutes
    double perMetre = 0;                  ///< minutes more for each metre of cable
    Provenance from;
};

/// One step of making an end: plug, jack, coax, fibre.
struct EndStep {
    std::string end;
    int number = 0;
    std::string text;
    std::string caution;  ///< id in cautions.csv; may be empty
    std::string tool;
    Provenance from;
};

/// What to see to when a kind of device is brought up. Role "*": any.
struct BringUpStep {
    std::string role;
    int number = 0;
    std::string text;
    std::string caution;  ///< id in cautions.csv; may be empty
    Provenance from;
};

/// How long a kind of device takes to start.
struct StartTime {
    std::string role, name;
    Duration link;   ///< until its ports light, as a rule
    Duration ready;  ///< until it does its work, as a rule
    Duration dead;   ///< only then it counts as failed
    std::string says;
    Provenance from;
};

/// What a light tells. Makers differ: the sheet of the device wins.
struct LightMeaning {
    std::string id, where, light, looks, means, next;
    Provenance from;
};

/// A way to spread what leaves over the links of a bond: id as the trait says it.
struct BondMode {
    std::string id, name, needs, gives, givesNot;
    Provenance from;
};

/// A step of the day on which one switch takes over from another.
struct CutOverStep {
    std::string id;
    std::string phase;  ///< before, during, after, back
    int number = 0;
    std::string per;  ///< once, or for each lead, port or test
    std::string text;
    double low = 0, usual = 0, high = 0;  ///< minutes of one
    std::string caution;                  ///< id in cautions.csv; may be empty
    Provenance from;
};

/// What may become of a unit that was taken out.
struct RemovedUnit {
    std::string id, name, when, then;
    Provenance from;
};

/// One step of a kind of job.
struct JobStepRow {
    std::string job;
    int number = 0;
    std::string text;
    std::string caution;  ///< id in cautions.csv; may be empty
    std::string tool;
    Provenance from;
};

}  // namespace sokudo::kb
