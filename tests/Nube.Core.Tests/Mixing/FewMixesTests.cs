using System.Collections.Immutable;
using Nube.Core.Mixing;

namespace Nube.Core.Tests.Mixing;

public class FewMixesTests
{
    private static readonly HashSet<int> None = [];

    private static MixWay Way(double cost, params int[] mixes) => new(cost, [.. mixes]);

    [Fact]
    public void A_mix_is_mixed_where_what_it_brings_is_worth_its_price()
    {
        // Worked by hand. Three wishes; mix 2 serves all of them at 2 each, 0, 1 and 3 serve one each exactly.
        ImmutableArray<ImmutableArray<MixWay>> wishes =
        [
            [Way(0, 0), Way(2, 2)],
            [Way(0, 1), Way(2, 2)],
            [Way(0, 3), Way(2, 2)],
        ];
        ImmutableArray<int> once = [1, 1, 1];
        // One mix for all: 6 + p. Three mixes: 3 p. Equal at p = 3.
        Assert.Equal([0, 1, 3], FewMixes.Choose(wishes, once, 4, None, 2.9).Mixes);
        Assert.Equal([2], FewMixes.Choose(wishes, once, 4, None, 3.1).Mixes);
        // A wish of ten areas is worth a mix of its own for longer: 20 against 4 + p and p.
        var (chosen, free) = (FewMixes.Choose(wishes, [10, 1, 1], 4, None, 6), new HashSet<int> { 1 });
        Assert.Equal([0, 2], chosen.Mixes);
        Assert.Equal(16, chosen.Cost, 9);
        Assert.Equal(0, chosen.Gap, 6);
        // What is mixed in any case costs nothing more: 4 + p against 2 p.
        Assert.Equal([1, 2], FewMixes.Choose(wishes, once, 4, free, 4.1).Mixes);
    }

    [Fact]
    public void A_way_that_needs_two_mixes_pays_for_both()
    {
        ImmutableArray<ImmutableArray<MixWay>> wishes =
        [
            [Way(0, 0, 1), Way(3, 2)],
            [Way(1, 1), Way(2, 2)],
        ];
        Assert.Equal([2], FewMixes.Choose(wishes, [1, 1], 3, None, 5).Mixes);
        Assert.Equal([0, 1], FewMixes.Choose(wishes, [1, 1], 3, None, 1).Mixes);
        Assert.Throws<ArgumentException>(() =>
            FewMixes.Choose(
                [
                    [],
                ],
                [1],
                0,
                None,
                1
            )
        );
    }

    [Fact]
    public void It_is_as_good_as_trying_every_set()
    {
        var random = new Random(20_261_128);
        for (var trial = 0; trial < 100; trial++)
        {
            const int Mixes = 9;
            var wishes = Enumerable
                .Range(0, random.Next(2, 9))
                .Select(_ =>
                    Enumerable
                        .Range(0, random.Next(2, 7))
                        .Select(_ => Way(10 * random.NextDouble(), Needs()))
                        .ToImmutableArray()
                )
                .ToImmutableArray();
            var counts = wishes.Select(_ => random.Next(1, 5)).ToImmutableArray();
            var free = random.Next(3) == 0 ? new HashSet<int> { random.Next(Mixes) } : None;
            var price = 8 * random.NextDouble();
            var found = FewMixes.Choose(wishes, counts, Mixes, free, price);
            var least = Enumerable
                .Range(0, 1 << Mixes)
                .Min(set =>
                {
                    bool In(int mix) => (set >> mix & 1) == 1;
                    return Enumerable.Range(0, Mixes).Count(mix => In(mix) && !free.Contains(mix)) * price
                        + wishes
                            .Zip(counts)
                            .Sum(wish =>
                                wish.Second
                                * wish.First.Min(way => way.Mixes.All(In) ? way.Cost : double.PositiveInfinity)
                            );
                });
            // What it claims is what its ways cost.
            var claimed =
                found.Mixes.Count(mix => !free.Contains(mix)) * price
                + found.Ways.Index().Sum(way => counts[way.Index] * wishes[way.Index][way.Item].Cost);
            Assert.Equal(claimed, found.Cost, 6);
            Assert.Equal(least, found.Cost, 1e-6);
            Assert.Equal(0, found.Gap, 1e-6);

            int[] Needs() => [.. Enumerable.Range(0, Mixes).OrderBy(_ => random.Next()).Take(random.Next(3) / 2 + 1)];
        }
    }
}
