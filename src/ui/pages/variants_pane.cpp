// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/variants_pane.h"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QProgressBar>
#include <QScrollArea>
#include <QTimer>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/compare_grid.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

namespace {

constexpr std::size_t kMostLines = 9;  ///< of the list, at the side

/// What it is and what it costs, over what it is for.
QWidget* lineOf(const QString& what, const QString& cost, const QString& uses)
{
    auto* box = new QWidget;
    auto* all = column(box, 0, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    row->addWidget(label(what, "", true), 1);
    row->addWidget(label(cost, "figure"), 0, Qt::AlignTop);
    all->addLayout(row);
    if (!uses.isEmpty()) all->addWidget(label(uses, "soft", true));
    all->addWidget(frame("line"));
    return box;
}

}  // namespace

VariantsPane::VariantsPane(app::BuyPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(comparison(), 7);
    all->addWidget(side(), 3);
    connect(&presenter, &app::BuyPresenter::changed, this, &VariantsPane::refresh);
    connect(&presenter, &app::BuyPresenter::listChanged, this, &VariantsPane::fillSide);
    refresh();
}

QWidget* VariantsPane::comparison()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 0);
    all->setContentsMargins(20, 12, 16, 8);
    all->setSpacing(6);
    m_title = label("", "title", true);
    m_says = label("", "soft", true);
    all->addWidget(m_title);
    all->addWidget(m_says);
    auto* row = new QHBoxLayout;
    m_name = new QLineEdit;
    m_name->setPlaceholderText("Name of a new variant, such as “fibre everywhere”");
    m_name->setAccessibleName("Name of a new variant");
    connect(m_name, &QLineEdit::returnPressed, this, &VariantsPane::branch);
    row->addWidget(m_name, 1);
    row->addWidget(button("Branch it from the house", "", [this] { branch(); }));
    auto* search = button("Search the cheapest plan", "quiet", [this] { Q_EMIT cheapestAsked(); });
    if (!isVeryLarge()) row->addWidget(search);
    all->addLayout(row);
    if (isVeryLarge()) all->addWidget(search, 0, Qt::AlignLeft);
    m_full = new QWidget;
    auto* full = column(m_full, 0, 6);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    if (!isVeryLarge()) scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_grid = new CompareGrid;
    connect(m_grid, &CompareGrid::chosen, this, [this](int at) {
        const auto shown = m_presenter.shown();
        if (at > 0 && static_cast<std::size_t>(at) <= shown.size())
            m_presenter.choose(shown[static_cast<std::size_t>(at) - 1]);
    });
    scroll->setWidget(m_grid);
    full->addWidget(scroll, 5);
    m_differs = label("", "heading", true);
    full->addWidget(m_differs);
    auto* drawn = new QScrollArea;
    m_house = new HouseView;
    m_house->setAccessibleName("What differs, drawn");
    drawn->setWidget(m_house);
    drawn->setWidgetResizable(true);
    full->addWidget(drawn, 4);
    all->addWidget(m_full, 1);
    m_empty = label(
        "No variant yet. Branch one from the house as it is, name it, and edit it as usual: the house stays "
        "as it is. Or say what you wish for, and have the cheapest plan for it found and proved.",
        "soft", true);
    all->addWidget(m_empty, 1, Qt::AlignTop);
    return holder;
}

QWidget* VariantsPane::side()
{
    m_side = new ScrollColumn(16, 6);
    return sidePanel(m_side);
}

void VariantsPane::branch()
{
    const auto id = m_presenter.document().versions().branch(m_name->text());
    if (!id.isSet()) return;
    m_name->clear();
    m_presenter.choose(id);
    m_presenter.document().versions().open(id);
}

void VariantsPane::refresh()
{
    const auto variants = m_presenter.variants();
    m_full->setVisible(!variants.empty());
    m_empty->setVisible(variants.empty());
    const QString verdict = m_presenter.verdict();
    m_title->setText(variants.empty()                   ? QString("What could this house become?")
                     : !m_presenter.problem().isEmpty() ? m_presenter.problem()
                     : verdict.isEmpty()                ? QString("Working it out …")
                                                        : verdict);
    m_says->setText(variants.size() > app::BuyPresenter::kMostBeside
                        ? QString("%1 variants; three are shown beside the house. Press a column to choose it.")
                              .arg(variants.size())
                        : QString("Figures are expectations; money is what is left to buy after stock and spares."));
    if (!m_presenter.conflict().isEmpty()) m_says->setText(m_presenter.conflict());
    m_says->setVisible(!variants.empty());
    std::vector<CompareGrid::Head> heads{{"As it is", "today", false}};
    for (store::VersionId id : m_presenter.shown())
        for (const store::Version& one : variants)
            if (one.id == id)
                heads.push_back({toQt(one.name),
                                 id == m_presenter.document().versions().opened() ? QString("open: edits go into it")
                                 : one.note.empty()                               ? QString("your own")
                                                                                  : toQt(one.note),
                                 id == m_presenter.chosen()});
    m_grid->setContent(std::move(heads), m_presenter.rows());
    fillDrawing();
    fillSide();
}

void VariantsPane::fillDrawing()
{
    const auto& changes = m_presenter.versions().changes();
    m_differs->setText(changes.empty() ? QString("It does not differ from the house yet: open it and edit it as usual")
                                       : "What differs, drawn: " + m_presenter.versions().sentence());
    auto drawn = m_presenter.versions().drawn();
    m_house->setContent(std::move(drawn.house));
    m_house->setMarks(std::move(drawn.devices), std::move(drawn.runs));
    if (isVisible()) QTimer::singleShot(0, m_house, [this] { m_house->fit(); });
}

void VariantsPane::fillSide()
{
    auto& rows = m_side->rows();
    clear(&rows);
    const auto id = m_presenter.chosen();
    if (!id.isSet()) {
        rows.addWidget(label("Nothing to buy yet", "heading"));
        rows.addStretch(1);
        return;
    }
    QString name;
    for (const store::Version& one : m_presenter.variants())
        if (one.id == id) name = toQt(one.name);
    rows.addWidget(label(name + ": to buy", "heading", true));
    rows.addWidget(label(m_presenter.listSentence(), "soft", true));
    if (const buy::BuyList* list = m_presenter.list()) {
        if (list->spending.budget && list->spending.budget->steps() > 0) {
            auto* bar = new QProgressBar;
            bar->setRange(0, 1000);
            const double share = (list->spending.spent + list->spending.toBuy).in() / list->spending.budget->in();
            bar->setValue(static_cast<int>(1000 * std::min(1.0, share)));
            bar->setTextVisible(false);
            bar->setFixedHeight(8);
            bar->setAccessibleName("Share of the budget");
            rows.addWidget(bar);
        }
        std::size_t shown = 0;
        for (const buy::Line& line : list->lines) {
            if (line.toBuy <= 0 || ++shown > kMostLines) continue;
            const QString count = line.part.isByLength ? toQt(text::length(Length::of(line.toBuy)))
                                                       : QString::number(static_cast<int>(line.toBuy));
            rows.addWidget(lineOf(toQt(line.part.name) + ", " + count,
                                  line.cost ? toQt(buy::amountText(*line.cost)) : QString("no price"),
                                  line.uses.empty() ? QString() : toQt(line.uses.front())));
        }
        if (shown > kMostLines)
            rows.addWidget(linkText(QString("and %1 more").arg(shown - kMostLines), [this] { Q_EMIT listAsked(); }));
        if (list->isRough)
            rows.addWidget(label("In part by rough prices of no currency: note offers of your own.", "soft", true));
        for (const buy::Complaint& one : list->complaints)
            rows.addWidget(label(toQt(word(one.verdict)) + ": " + toQt(one.text), "", true));
    }
    addButtons(id);
    rows.addStretch(1);
    fitAgain(&rows);
}

void VariantsPane::addButtons(store::VersionId id)
{
    auto& rows = m_side->rows();
    rows.addSpacing(8);
    const bool isOpen = m_presenter.document().versions().opened() == id;
    rows.addWidget(button(isOpen ? "Back to the house" : "Open it to edit it", "main", [this, id, isOpen] {
        m_presenter.document().versions().open(isOpen ? store::VersionId{} : id);
    }));
    rows.addWidget(button("See the whole list", "", [this] { Q_EMIT listAsked(); }));
    rows.addWidget(button(isVeryLarge() ? "It is built: merge it" : "It is built: merge it into the house", "",
                          [this, id] { m_presenter.document().versions().merge(id); }));
    rows.addWidget(button("Forget this variant", "quiet", [this, id] { m_presenter.document().versions().drop(id); }));
}

void VariantsPane::showEvent(QShowEvent*)
{
    QTimer::singleShot(0, m_house, [this] { m_house->fit(); });
}

}  // namespace sokudo::ui
