// SPDX-License-Identifier: GPL-3.0-or-later
// What the survey says with nothing selected, and of one port.
#include "app/preferences.h"
#include "app/presenters/survey_presenter.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/trait_value.h"
#include "core/power/feeds.h"
#include "core/survey/census.h"
#include "host/clock.h"
#include "store/version.h"

namespace sokudo::app {
namespace {

constexpr std::size_t kMostInGroup = 4;  ///< of one group; the others are counted
constexpr std::size_t kMostHistory = 5;
constexpr std::size_t kMostNext = 3;

InspectorLine plain(const QString& name, const QString& value) { return {{}, name, {}, value, {}, {}, {}, {}}; }

}  // namespace

void SurveyPresenter::setActive(bool active)
{
    m_isActive = active;
    if (!m_isActive && m_isThinking) m_isStale = true;
    if (!m_isActive) m_thinking.stop();
    else if (m_isStale) findNextThings();
}

/// Other ways are tried on another thread: the pane shows what was found as soon as it is there.
void SurveyPresenter::findNextThings()
{
    m_isStale = !m_isActive;
    if (m_isStale) return;
    if (plan().runs.empty()) {
        m_thinking.stop();
        m_isThinking = false;
        m_next.clear();
        return;
    }
    const auto think = [plan = m_document.snapshot(), kb = m_document.sharedKnowledge(),
                        analysis = m_document.sharedAnalysis()](const std::atomic<bool>& isStopped) {
        return survey::nextThings(*plan, *kb, *analysis, kMostNext, &isStopped);
    };
    m_isThinking = true;
    m_thinking.start(*this, think, [this](std::vector<survey::NextThing> next) {
        m_isThinking = false;
        m_next = std::move(next);
        if (!m_selection.device().isSet() && !m_selection.run().isSet()) Q_EMIT selectionChanged();
    });
}

InspectorContent SurveyPresenter::standingContent() const
{
    const survey::Standing standing = survey::standing(plan(), m_document.knowledge(), m_document.analysis());
    InspectorContent result{
        toQt(plan().name.empty() ? std::string("This house") : plan().name), toQt(standing.sentence), {}, {}, {}};
    for (const survey::StandingGroup& group : standing.groups) {
        InspectorSection section{toQt(group.title), {}};
        for (const survey::StandingItem& item : group.items) {
            if (section.lines.size() == kMostInGroup) {
                InspectorLine more;
                more.detail = QString("and %1 more").arg(group.items.size() - kMostInGroup);
                section.lines.push_back(std::move(more));
                break;
            }
            section.lines.push_back({item.mark, toQt(item.what), {}, {}, {}, {}, {}, item.at});
        }
        result.sections.push_back(std::move(section));
    }
    if (!m_next.empty()) {
        InspectorSection section{"Most worth doing next", {}};
        int number = 0;
        for (const survey::NextThing& one : m_next) {
            InspectorLine what;
            what.name = toQt(one.what);
            what.at = one.at;
            what.number = ++number;
            section.lines.push_back(std::move(what));
            const QString cost = !one.cost ? "price not known" : *one.cost > 0 ? moneyText(*one.cost) : "costs nothing";
            InspectorLine gain;
            gain.detail = QString("%1 min · %2 · %3").arg(qRound(one.minutes)).arg(cost, toQt(one.gain));
            section.lines.push_back(std::move(gain));
            if (const auto* caution = m_document.knowledge().find<kb::Caution>(one.caution))
                section.lines.push_back({Verdict::Unsafe, toQt(caution->text), {}, {}, {}, {}, {}, {}});
        }
        result.sections.insert(result.sections.begin(), std::move(section));
    }
    return result;
}

const std::vector<power::SinglePoint>& SurveyPresenter::singlePoints() const
{
    const auto analysis = m_document.sharedAnalysis();
    if (m_pointsOf != analysis) m_points = power::singlePoints(plan(), analysis->links, m_document.knowledge());
    m_pointsOf = analysis;
    return m_points;
}

InspectorSection SurveyPresenter::failureSection(const plan::Subject& what) const
{
    constexpr std::size_t kMostNames = 8;
    const auto names = [&](const std::vector<plan::DeviceId>& devices) {
        QStringList all;
        for (plan::DeviceId id : devices)
            if (const plan::Device* device = plan().devices.find(id); device && all.size() < int(kMostNames))
                all << toQt(device->name);
        if (devices.size() > kMostNames) all << QString("%1 more").arg(devices.size() - kMostNames);
        return all.join(", ");
    };
    InspectorSection section{"If this fails", {}};
    const auto add = [&](const QString& text) { section.lines.push_back({{}, text, {}, {}, {}, {}, {}, {}}); };
    const power::Feeds feeds(plan(), m_document.analysis().links, m_document.knowledge());
    if (const int node = feeds.nodeOf(plan::DeviceId{what.id}); what.kind == "device" && node >= 0) {
        std::vector<plan::DeviceId> unpowered;
        for (int one : feeds.darkWith({node}))
            if (const plan::Device* device = feeds.device(one); device && one != node) unpowered.push_back(device->id);
        if (!unpowered.empty()) add("lose power: " + names(unpowered));
    }
    for (const power::SinglePoint& point : singlePoints()) {
        if (!(point.what == what)) continue;
        if (what.kind == "run" && !point.unpowered.empty()) add("lose power: " + names(point.unpowered));
        for (power::Goal goal : power::kGoals)
            if (const auto& cut = point.cut[static_cast<std::size_t>(goal)]; !cut.empty())
                add("cut off from " + toQt(word(goal)) + ": " + names(cut));
    }
    if (section.lines.empty()) add("nothing else loses power or connection");
    return section;
}

QStringList SurveyPresenter::portForecast() const
{
    const auto oldest = store::oldestSnapshot(m_document.versions().all());
    if (!oldest) return {};
    using std::chrono::days, std::chrono::floor;
    const auto today = floor<days>(host::now());
    QStringList says;
    for (const std::string& one :
         survey::portForecast({floor<days>(oldest->first), oldest->second}, plan(), today, m_document.knowledge()))
        says << toQt(one);
    return says;
}

namespace {

/// The kinds of module that the cage is made for, as a short list.
QString modulesFor(const kb::Cage& cage, const kb::KnowledgeBase& kb)
{
    QStringList names;
    for (const kb::ModuleKind& module : kb.all<kb::ModuleKind>())
        if (module.cage == cage.id) names << toQt(module.name);
    if (names.size() > 5) names = names.mid(0, 5) << "and others";
    return names.join(", ");
}

InspectorSection goesIn(const plan::Port& port, const kb::Cage* cage, const kb::KnowledgeBase& kb)
{
    InspectorSection section{"What goes in", {}};
    QStringList rates;
    for (BitRate rate : port.rates.empty() && cage ? cage->defaultRates : port.rates)
        rates << toQt(text::linkRate(rate));
    section.lines.push_back(
        plain("rates", rates.isEmpty() ? QString("not known")
                                       : rates.join(", ") + (port.rates.empty() ? " (typical for the socket)" : "")));
    if (cage && cage->holdsModule) section.lines.push_back(plain("modules", modulesFor(*cage, kb)));
    return section;
}

}  // namespace

/// The module and the cables in a port; the first cable's link becomes the notice.
InspectorSection SurveyPresenter::portHolds(const plan::Port& port, const kb::Cage* cage,
                                            InspectorContent& result) const
{
    const kb::KnowledgeBase& kb = m_document.knowledge();
    InspectorSection in{"What is in", {}};
    if (cage && cage->holdsModule) {
        const kb::ModuleKind* module = kb.find<kb::ModuleKind>(port.module);
        in.lines.push_back(plain("module", module ? toQt(module->name) : QString("none")));
    }
    for (const plan::Run* run : plan::runsAt(plan(), port.id)) {
        const match::LinkReport* report = m_document.analysis().reportOf(run->id);
        const plan::PortId far = run->a == port.id ? run->b : run->a;
        in.lines.push_back({report ? std::optional(report->verdict) : std::nullopt,
                            "run " + toQt(run->label),
                            {},
                            toQt(far.isSet() ? plan::portText(plan(), far) : std::string("not traced")) +
                                (report && report->rate ? " · " + toQt(text::rate(*report->rate, 3)) : QString()),
                            run->id,
                            {},
                            {},
                            {}});
        if (report && result.notice.isEmpty()) {
            result.verdict = report->verdict;
            result.notice = toQt(report->reason());
        }
    }
    if (in.lines.empty()) in.lines.push_back(plain("cable", "free"));
    return in;
}

InspectorSection SurveyPresenter::portSettings(const plan::Port& port) const
{
    InspectorSection set{"How it is set", {}};
    if (port.forced) set.lines.push_back(plain("forced rate", toQt(text::linkRate(*port.forced))));
    if (port.fec) set.lines.push_back(plain("FEC", toQt(code(*port.fec))));
    if (port.mtu) set.lines.push_back(plain("MTU", QString("%1 bytes").arg(*port.mtu)));
    if (const plan::Network* network = plan().networks.find(port.untagged))
        set.lines.push_back(plain("network", toQt(network->name)));
    QStringList tagged;
    for (plan::NetworkId id : port.tagged)
        if (const plan::Network* network = plan().networks.find(id)) tagged << toQt(network->name);
    if (!tagged.isEmpty()) set.lines.push_back(plain("with a tag", tagged.join(", ")));
    if (const plan::Port* other = plan().ports.find(port.comboOf))
        set.lines.push_back(plain("shares with", toQt(other->name)));
    return set;
}

std::vector<InspectorSection> SurveyPresenter::factSections(const plan::Traits& traits,
                                                            const plan::Sources& sources) const
{
    const kb::KnowledgeBase& kb = m_document.knowledge();
    std::vector<InspectorSection> sections;
    for (const kb::TraitQuestion& question : kb.all<kb::TraitQuestion>()) {
        InspectorLine why;
        why.detail = toQt(question.why);
        InspectorSection section{toQt(question.name), {std::move(why)}};
        for (const auto& [id, value] : traits)
            if (const auto* kind = kb.find<kb::TraitKind>(id); kind && kind->question == question.id) {
                const plan::Source* source = sources.of("traits." + kind->id);
                section.lines.push_back(plain(toQt(kind->name), inOwnUnits(toQt(kb::traitText(*kind, value)))));
                if (source) section.lines.back().detail = toQt(plan::text(*source));
                InspectorLine changes;
                changes.detail = toQt(kind->changes);
                section.lines.push_back(std::move(changes));
            }
        if (section.lines.size() > 1) sections.push_back(std::move(section));
    }
    return sections;
}

InspectorSection SurveyPresenter::recordSection(const plan::Subject& of) const
{
    InspectorSection section{"Records", {}};
    const auto add = [&](const char* kind, std::int64_t id, const QString& text, std::optional<Verdict> mark = {}) {
        section.lines.push_back({mark, text, {}, {}, {}, {}, {}, plan::Subject{kind, id}});
    };
    const plan::DeviceId device{of.kind == "device" ? of.id : -1};
    for (const plan::LooseEnd& end : plan().looseEnds)
        if (end.about == of && !end.isDone)
            add("loose-end", end.id.value,
                toQt(code(end.kind)) + ": " + toQt(end.text) +
                    (end.review.empty() ? QString() : ", look again " + dayText(toQt(end.review))),
                Verdict::Limited);
    for (const plan::Photo& photo : plan().photos)
        if (photo.about == of)
            add("photo", photo.id.value,
                (photo.jpeg.empty() ? "seen: " : "photo: ") + toQt(photo.caption) +
                    (photo.found == plan::Inspection::None ? QString() : " (" + toQt(code(photo.found)) + ")"));
    for (const plan::Service& service : plan().services)
        if (service.device == device) add("service", service.id.value, "service: " + toQt(service.name));
    for (const plan::Workload& work : plan().workloads)
        if (work.device == device)
            add("workload", work.id.value, QString("work: %1 × %2").arg(work.count).arg(toQt(work.purpose)));
    for (const plan::Access& access : plan().accesses)
        if (access.device == device)
            add("access", access.id.value,
                "reached at: " + toQt(access.address.empty() ? access.wayIn : access.address));
    return section;
}

InspectorContent SurveyPresenter::portContent(const plan::Port& port) const
{
    const kb::KnowledgeBase& kb = m_document.knowledge();
    const plan::Device* device = plan().devices.find(port.device);
    const plan::Place* place = device ? plan().places.find(device->place) : nullptr;
    const kb::Cage* cage = kb.find<kb::Cage>(port.cage);
    InspectorContent result{
        toQt(plan::portText(plan(), port.id)),
        (cage ? toQt(cage->name) : toQt(port.cage)) + " · " + (place ? toQt(place->name) : QString("?")),
        {},
        {},
        {}};
    result.sections.push_back(goesIn(port, cage, kb));

    result.sections.push_back(portHolds(port, cage, result));
    if (InspectorSection set = portSettings(port); !set.lines.empty()) result.sections.push_back(std::move(set));
    for (InspectorSection& facts : factSections(port.traits, port.sources)) result.sections.push_back(std::move(facts));
    if (InspectorSection records = recordSection({"port", port.id.value}); !records.lines.empty())
        result.sections.push_back(std::move(records));
    // The newest entries of the logbook that name the port.
    InspectorSection history{"History", {}};
    const QString name = toQt(plan::portText(plan(), port.id));
    const auto& entries = m_document.records().entries();
    for (auto entry = entries.rbegin(); entry != entries.rend() && history.lines.size() < kMostHistory; ++entry)
        if (toQt(entry->text).contains(name)) history.lines.push_back(plain(momentText(entry->at), toQt(entry->text)));
    if (!history.lines.empty()) result.sections.push_back(std::move(history));
    return result;
}

}  // namespace sokudo::app
