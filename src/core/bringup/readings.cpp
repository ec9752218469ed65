// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bringup/readings.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/match/fec_choice.h"
#include "core/match/link_context.h"

namespace sokudo::bringup {
namespace {

std::string busText(int generation, int lanes) { return fmt::format("{}.0 x{}", generation, lanes); }

/// One end of a link while its lines are made.
class End {
public:
    End(const match::LinkContext& link, const match::LinkEnd& end, const std::optional<PortReading>& read,
        const std::optional<match::FecChoice>& fec, const kb::KnowledgeBase& kb)
        : m_link(link), m_end(end), m_read(read.value_or(PortReading{})), m_fec(fec), m_kb(kb)
    {
        m_made.isRead = read.has_value();
        m_made.name = end.name;
        if (end.port) m_made.port = end.port->id;
    }

    EndReadings run()
    {
        if (m_end.port && !m_end.isSocketOnly()) {
            linkAndRate();
            duplex();
            fec();
            module();
            bus();
            mtu();
            mainInterface();
        }
        return std::move(m_made);
    }

private:
    void add(std::string what, std::string planned, std::string read, Verdict verdict, text::Sentence says = {})
    {
        if (read.empty()) verdict = Verdict::Unknown, says = {};
        m_made.lines.push_back({std::move(what), std::move(planned), std::move(read), verdict, std::move(says)});
    }
    void linkAndRate()
    {
        const std::string planned = m_link.common ? text::linkRate(*m_link.common) : std::string();
        if (m_read.hasLink && !*m_read.hasLink)
            return add("rate", planned, "no link", Verdict::NoLink,
                       text::say("readings.no-link",
                                 "{} has no link: wait for its start-up time, then the other cord, "
                                 "then the module at both ends",
                                 m_end.name));
        const std::string read = m_read.rate ? text::linkRate(*m_read.rate) : std::string();
        if (!m_link.common || !m_read.rate || *m_read.rate == *m_link.common)
            return add("rate", planned, read, planned.empty() ? Verdict::Unknown : Verdict::Fits);
        if (*m_read.rate < *m_link.common)
            return add("rate", planned, read, Verdict::Limited,
                       text::say("readings.slower",
                                 "{} came up at {} instead of {}: see what both ports offer, then "
                                 "test the cable",
                                 m_end.name, read, planned));
        add("rate", planned, read, Verdict::Marginal,
            text::say("readings.faster", "{} came up faster than planned: correct the rates in the survey",
                      m_end.name));
    }
    void duplex()
    {
        const bool isHalf = m_read.duplex == "half";
        add("duplex", "full", m_read.duplex, isHalf ? Verdict::Marginal : Verdict::Fits,
            isHalf ? text::say("readings.half",
                               "half duplex at {}: one end is forced and the other negotiates; set both "
                               "to negotiate",
                               m_end.name)
                   : text::Sentence());
    }
    void fec()
    {
        if (!m_fec && m_read.fec.empty()) return;
        // At another rate than planned another FEC may be right: the rate is what to look at.
        if (m_link.common && m_read.rate && *m_read.rate != *m_link.common) return;
        const auto* read = m_kb.find<kb::FecMode>(m_read.fec);
        const kb::FecMode* planned = m_fec ? m_fec->mode : m_kb.find<kb::FecMode>("none");
        const std::string plannedName = planned ? planned->name : std::string();
        if (!read) return add("FEC", plannedName, {}, Verdict::Unknown);
        const bool isAuto = read->id == "auto";
        const bool isAlike = planned && read->setting == planned->setting;
        const bool isAllowed = m_fec && m_fec->rule &&
                               std::find(m_fec->rule->allowed.begin(), m_fec->rule->allowed.end(), read->id) !=
                                   m_fec->rule->allowed.end() &&
                               read->strength >= planned->strength;
        const bool fits = isAlike || isAllowed;
        add("FEC", plannedName, read->name,
            fits     ? Verdict::Fits
            : isAuto ? Verdict::Unknown
                     : Verdict::Marginal,
            fits ? text::Sentence()
                 : text::say("readings.fec", "set {} to {}: {}", m_end.name, plannedName,
                             m_fec && m_fec->rule ? m_fec->rule->text : std::string("this rate has none")));
    }
    void module()
    {
        if (!m_end.cage || !m_end.cage->holdsModule) return;
        const std::string planned = m_end.module ? m_end.module->name : std::string();
        const kb::Phy* phy = m_end.phy;
        const std::string small = text::lower(m_read.module);
        const bool isSame = phy && (small == text::lower(phy->name) || small == phy->id);
        add("module", planned, m_read.module, isSame || planned.empty() ? Verdict::Fits : Verdict::Marginal,
            isSame || planned.empty()
                ? text::Sentence()
                : text::say("readings.module", "{} holds another module than planned: {} instead of {}", m_end.name,
                            m_read.module, planned));
    }
    void bus()
    {
        if (!m_end.slot || !m_end.slot->card) return;
        const plan::TrainedBus best = plan::trained(*m_end.slot);
        if (best.generation == 0) return;
        const std::string planned = busText(best.generation, best.lanes);
        if (m_read.busLanes == 0) return add("bus", planned, {}, Verdict::Unknown);
        const bool isLess = m_read.busGeneration < best.generation || m_read.busLanes < best.lanes;
        add("bus", planned, busText(m_read.busGeneration, m_read.busLanes), isLess ? Verdict::Limited : Verdict::Fits,
            isLess ? text::say("readings.bus",
                               "the card of {} trained to less than card and slot give: shut down, seat "
                               "it again, look for a shared slot or a setting of the board",
                               m_end.name)
                   : text::Sentence());
    }
    void mtu()
    {
        const int planned = m_end.port->mtu.value_or(1500);
        const bool isSame = m_read.mtu == planned;
        add("MTU", fmt::format("{} bytes", planned), m_read.mtu ? fmt::format("{} bytes", *m_read.mtu) : std::string(),
            isSame ? Verdict::Fits : Verdict::Marginal,
            isSame ? text::Sentence()
                   : text::say("readings.mtu", "set the MTU of {} to {} bytes, as along the whole path", m_end.name,
                               planned));
    }
    void mainInterface()
    {
        const bool isPlanned = m_end.port->traits.has("main-interface");
        if (!isPlanned && !m_read.isMain) return;
        const bool isSame = m_read.isMain.value_or(false) == isPlanned;
        add("main interface", isPlanned ? "yes" : "no", m_read.isMain ? (*m_read.isMain ? "yes" : "no") : std::string(),
            isSame ? Verdict::Fits : Verdict::Marginal,
            isSame ? text::Sentence()
                   : text::say("readings.main",
                               "{} uses another interface than planned: look at the default route and "
                               "its metric, or take the old lead out",
                               m_end.name));
    }

    const match::LinkContext& m_link;
    const match::LinkEnd& m_end;
    PortReading m_read;
    const std::optional<match::FecChoice>& m_fec;
    const kb::KnowledgeBase& m_kb;
    EndReadings m_made;
};

/// Where both ends were read and do not agree with each other.
std::vector<text::Sentence> between(const PortReading& a, const PortReading& b, const kb::KnowledgeBase& kb)
{
    std::vector<text::Sentence> all;
    if (a.rate && b.rate && *a.rate != *b.rate)
        all.push_back(text::say("readings.rates-differ",
                                "the ends name two rates, {} and {}: read both again, one of "
                                "them is of another port",
                                text::linkRate(*a.rate), text::linkRate(*b.rate)));
    if (!a.duplex.empty() && !b.duplex.empty() && a.duplex != b.duplex)
        all.push_back(text::say("readings.duplex-differs",
                                "{} duplex here and {} duplex there: collisions and lost "
                                "frames under load; let both negotiate",
                                a.duplex, b.duplex));
    const auto *fecA = kb.find<kb::FecMode>(a.fec), *fecB = kb.find<kb::FecMode>(b.fec);
    if (fecA && fecB && fecA->setting != fecB->setting && fecA->id != "auto" && fecB->id != "auto")
        all.push_back(text::say("readings.fec-differs", "{} here and {} there: the blocks do not align, set both alike",
                                fecA->name, fecB->name));
    if (a.mtu && b.mtu && *a.mtu != *b.mtu)
        all.push_back(text::say("readings.mtu-differs", "MTU {} here and {} there: large frames are lost one way",
                                *a.mtu, *b.mtu));
    return all;
}

/// Unsafe and no link weigh most, then less, then what was not read.
Verdict worstOf(const LinkReadings& made)
{
    Verdict worst = Verdict::Fits;
    const auto rank = [](Verdict verdict) {
        return verdict == Verdict::NoLink     ? 4
               : verdict == Verdict::Marginal ? 3
               : verdict == Verdict::Limited  ? 2
               : verdict == Verdict::Unknown  ? 1
                                              : 0;
    };
    for (const EndReadings* end : {&made.a, &made.b})
        for (const ReadingLine& line : end->lines) {
            // What the plan does not say need not be read.
            if (line.verdict == Verdict::Unknown && (line.planned.empty() || line.what != "rate")) continue;
            if (rank(line.verdict) > rank(worst)) worst = line.verdict;
        }
    return made.between.empty() ? worst : rank(worst) > 3 ? worst : Verdict::Marginal;
}

}  // namespace

std::string_view readWord(Verdict verdict)
{
    switch (verdict) {
    case Verdict::Fits: return "as planned";
    case Verdict::Limited: return "less than planned";
    case Verdict::Marginal: return "not as planned";
    case Verdict::NoLink: return "no link";
    default: return "not read";
    }
}

LinkReadings linkReadings(const ReadingsQuestion& asked)
{
    const match::LinkContext link = match::linkContext(asked.plan, asked.link, asked.kb);
    const auto fec = match::fecChoice(link);
    LinkReadings made;
    made.run = asked.link.id();
    made.a = End(link, link.a, asked.a, fec, asked.kb).run();
    made.b = End(link, link.b, asked.b, fec, asked.kb).run();
    made.title = made.b.name.empty() ? made.a.name : made.a.name + " – " + made.b.name;
    if (asked.a && asked.b) made.between = between(*asked.a, *asked.b, asked.kb);
    made.verdict = worstOf(made);
    if (made.verdict == Verdict::Fits && (!made.a.isRead || !made.b.isRead)) made.verdict = Verdict::Unknown;
    int read = 0, wrong = 0;
    for (const EndReadings* end : {&made.a, &made.b})
        for (const ReadingLine& line : end->lines) {
            read += !line.read.empty();
            wrong += line.verdict == Verdict::NoLink || line.verdict == Verdict::Marginal ||
                     line.verdict == Verdict::Limited;
        }
    const std::size_t differ = static_cast<std::size_t>(wrong) + made.between.size();
    if (read == 0) made.sentence = text::say("readings.none", "{}: not read yet", made.title);
    else if (differ > 0)
        made.sentence =
            text::say("readings.differ", "{}: {} of {} readings are not as planned", made.title, differ, read);
    else if (!made.a.isRead || !made.b.isRead)
        made.sentence = text::say("readings.one-end", "{}: as planned at {}, read the other end too", made.title,
                                  made.a.isRead ? made.a.name : made.b.name);
    else if (made.verdict == Verdict::Unknown)
        made.sentence =
            text::say("readings.rate-not-read",
                      "{}: as planned as far as it was read; the rate was not: read it, or type it", made.title);
    else made.sentence = text::say("readings.good", "{}: both ends as planned", made.title);
    return made;
}

}  // namespace sokudo::bringup
